import type { Fit } from './fit.ts';

/** What a look's notes say that was learnt from a LUT: from which, and how much of it the steps do not do. */
export function originNote({
  path,
  sha256,
  headline,
  fit,
}: {
  path: string;
  sha256: string;
  headline: string;
  fit: Fit;
}): string {
  return [
    `Learnt from ${path} (SHA-256 ${sha256.slice(0, 12)}…).`,
    `It was read as: ${headline}`,
    `Steps fitted to it; ΔE2000 left: ${fit.mean.toFixed(2)} in the mean, 99 % under ${fit.p99.toFixed(1)}.`,
    'It is an approximation of that file, not the file.',
  ].join('\n');
}
