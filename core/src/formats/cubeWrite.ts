import type { Cube, Cube1d, Cube3d } from '../lut/cube.ts';

/** Largest size at which a float32 times a million is still exact in float64. */
const exactBelow = 512;
const [zero, dot, minus, space, lf] = [48, 46, 45, 32, 10];
/** The longest a number below `exactBelow` gets, with the mark behind it: `-511.000000 `. */
const longestNumber = 12;

/** Six decimals, and no negative zero, so that equal cubes are equal bytes. */
function decimals(x: number): string {
  const text = x.toFixed(6);
  return text === '-0.000000' ? '0.000000' : text;
}

/** Puts the text of `decimals(x)` into `bytes` at `at`, for |x| under `exactBelow`; returns where it ends. */
function putDecimals(bytes: Uint8Array, at: number, x: number): number {
  // A float32 times a million is exact here, so this rounds as the text of its exact value does.
  const millionths = Math.round(Math.abs(x) * 1e6);
  if (x < 0 && millionths > 0) bytes[at++] = minus;
  const whole = Math.floor(millionths / 1e6);
  if (whole >= 100) bytes[at++] = zero + Math.floor(whole / 100);
  if (whole >= 10) bytes[at++] = zero + (Math.floor(whole / 10) % 10);
  bytes[at++] = zero + (whole % 10);
  bytes[at++] = dot;
  let rest = millionths - whole * 1e6;
  for (let i = 5; i >= 0; i--) {
    const tenth = Math.floor(rest / 10);
    bytes[at + i] = zero + rest - tenth * 10;
    rest = tenth;
  }
  return at + 6;
}

/** The rows of a table as text: bytes first, which is several times faster than joining strings. */
function rowsText(data: Float32Array): string {
  if (data.some((v) => !(Math.abs(v) < exactBelow))) {
    const row = (i: number) => `${decimals(data[i])} ${decimals(data[i + 1])} ${decimals(data[i + 2])}\n`;
    return Array.from({ length: data.length / 3 }, (_, i) => row(i * 3)).join('');
  }
  const bytes = new Uint8Array(data.length * longestNumber);
  let at = 0;
  for (let i = 0; i < data.length; i++) {
    at = putDecimals(bytes, at, data[i]);
    bytes[at++] = i % 3 === 2 ? lf : space;
  }
  return new TextDecoder().decode(bytes.subarray(0, at));
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
 * for the same cube. A shaper makes it the common dialect.
 */
export function writeCube(cube: Cube): string {
  const lines: string[] = [];
  const isShaped = cube.kind === '3d' && cube.shaper !== undefined;
  // OpenColorIO's reader of the dialect knows no title.
  if (cube.title)
    lines.push(isShaped ? `# ${plain(cube.title)}` : `TITLE "${plain(cube.title).slice(0, longestTitle)}"`);
  for (const comment of cube.comments) lines.push(`# ${plain(comment)}`);
  if (cube.kind === '3d' && cube.shaper) return withShaper(lines, cube, cube.shaper);
  lines.push(`${cube.kind === '3d' ? 'LUT_3D_SIZE' : 'LUT_1D_SIZE'} ${cube.size}`);
  lines.push(`DOMAIN_MIN ${cube.domainMin.map(decimals).join(' ')}`);
  lines.push(`DOMAIN_MAX ${cube.domainMax.map(decimals).join(' ')}`);
  return `${lines.join('\n')}\n${rowsText(cube.data)}`;
}

/** Two tables need the common dialect, whose ranges are the same for all channels. Throws a RangeError for others. */
function withShaper(lines: string[], cube: Cube3d, shaper: Cube1d): string {
  const range = ({ domainMin: [low, ...lows], domainMax: [high, ...highs] }: Cube) => {
    if (lows.some((v) => v !== low) || highs.some((v) => v !== high))
      throw new RangeError('an input range of two tables must be the same for all channels');
    return `${decimals(low)} ${decimals(high)}`;
  };
  lines.push(`LUT_1D_SIZE ${shaper.size}`, `LUT_1D_INPUT_RANGE ${range(shaper)}`);
  lines.push(`LUT_3D_SIZE ${cube.size}`, `LUT_3D_INPUT_RANGE ${range(cube)}`);
  return `${lines.join('\n')}\n${rowsText(shaper.data)}${rowsText(cube.data)}`;
}
