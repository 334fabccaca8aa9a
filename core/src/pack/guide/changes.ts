import type { ProofFigures } from '../../order/proof.ts';
import { compareReleases } from '../changes.ts';
import { purposeOf } from '../purpose.ts';
import type { Manifest } from '../manifest.ts';
import type { PackSpec } from '../spec.ts';

/** How far a file is from the one before, in words. */
export const differenceWords = ({ mean, p99, max }: ProofFigures): string =>
  max === 0
    ? 'the same colours, another header'
    : `ΔE2000 ${mean.toFixed(2)} in the mean, ${p99.toFixed(1)} at 99 %, ${max.toFixed(1)} at most`;

/** What is other than in the release before, as plain text. */
export function changesText({ previous, release }: PackSpec, { files }: Manifest): string {
  if (!previous || !release) return '';
  const { added, removed, changed } = compareReleases(
    previous.files,
    files.map((f) => ({ ...f, purpose: purposeOf(f) })),
  );
  const list = (title: string, paths: readonly string[]) =>
    paths.length > 0 ? [`${title}, ${paths.length}`, ...paths.map((p) => `  ${p}`), ''] : [];
  const lines = [
    `Release ${release.number} against release ${previous.number}`,
    ...(release.note ? ['', release.note] : []),
    '',
    ...list(
      'New',
      added.map((f) => f.path),
    ),
    ...list(
      'Changed',
      changed.map(({ file: { path, difference } }) =>
        difference ? `${path}  ${differenceWords(difference)}` : path,
      ),
    ),
    ...list(
      'Gone',
      removed.map((f) => f.path),
    ),
  ];
  if (added.length + removed.length + changed.length === 0) lines.push('No file changed.', '');
  return lines.join('\n');
}
