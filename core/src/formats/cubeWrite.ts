import type { Cube } from '../cube/cube.ts';

/** Six decimals, and no negative zero, so that equal cubes are equal bytes. */
function decimals(x: number): string {
  const text = x.toFixed(6);
  return text === '-0.000000' ? '0.000000' : text;
}

/** Titles and comments are one line of printable ASCII without quotes, as the specification asks. */
const plain = (text: string) =>
  text
    .replace(/[–—−]/g, '-')
    .replace(/[^\x20-\x7e]/g, '?')
    .replace(/"/g, "'");

/** `TITLE` is limited to 240 characters by the specification's 250-character line. */
const longestTitle = 240;

/**
 * Writes a `.cube` file: Cube LUT Specification 1.0 (2013). LF line ends, six decimals, byte for byte the same
 * for the same cube.
 */
export function writeCube(cube: Cube): string {
  const lines: string[] = [];
  if (cube.title) lines.push(`TITLE "${plain(cube.title).slice(0, longestTitle)}"`);
  for (const comment of cube.comments) lines.push(`# ${plain(comment)}`);
  lines.push(`${cube.kind === '3d' ? 'LUT_3D_SIZE' : 'LUT_1D_SIZE'} ${cube.size}`);
  lines.push(`DOMAIN_MIN ${cube.domainMin.map(decimals).join(' ')}`);
  lines.push(`DOMAIN_MAX ${cube.domainMax.map(decimals).join(' ')}`);
  const { data } = cube;
  for (let i = 0; i < data.length; i += 3)
    lines.push(`${decimals(data[i])} ${decimals(data[i + 1])} ${decimals(data[i + 2])}`);
  return lines.join('\n') + '\n';
}
