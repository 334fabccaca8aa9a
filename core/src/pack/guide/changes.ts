import type { Manifest } from '../manifest.ts';
import type { PackSpec } from '../spec.ts';

/** What is other than in the release before, as plain text. */
export function changesText({ previous, release }: PackSpec, { files }: Manifest): string {
  if (!previous || !release) return '';
  const old = new Map(previous.files.map((f) => [f.path, f.sha256]));
  const now = new Set(files.map((f) => f.path));
  const list = (title: string, paths: readonly string[]) =>
    paths.length > 0 ? [`${title}, ${paths.length}`, ...paths.map((p) => `  ${p}`), ''] : [];
  const lines = [
    `Release ${release.number} against release ${previous.number}`,
    ...(release.note ? ['', release.note] : []),
    '',
    ...list(
      'New',
      files.filter((f) => !old.has(f.path)).map((f) => f.path),
    ),
    ...list(
      'Changed',
      files.filter((f) => old.has(f.path) && old.get(f.path) !== f.sha256).map((f) => f.path),
    ),
    ...list(
      'Gone',
      previous.files.filter((f) => !now.has(f.path)).map((f) => f.path),
    ),
  ];
  if (lines.length <= 4 && files.every((f) => old.get(f.path) === f.sha256))
    lines.push('No file changed.', '');
  return lines.join('\n');
}
