import { type LayerName, layerNames } from './stock.ts';

/** A stepped wedge (a 21-step tablet): log exposure grows by this from step to step, half a stop (common practice). */
export const wedgeStep = 0.15;
export const wedgeSteps = 21;

/** A table that is not a wedge. `problems` say what, and in which line or step. */
export class WedgeError extends Error {
  override name = 'WedgeError';
  constructor(readonly problems: readonly string[]) {
    super(problems.join('; '));
  }
}

/** Densities of each layer, least exposure first; and of unexposed film, where the table has a line for it. */
export type Wedge = Readonly<Record<LayerName, readonly number[]>> & {
  readonly base?: Readonly<Record<LayerName, number>>;
};

const highestDensity = 4.6;
/** Densities that fall by less than this from one step to the next count as noise. */
const noise = 0.06;
/** A wedge that darkens less than this holds no curve. */
const leastRange = 0.4;

const separators = /[;\t]/;
/** Numbers of a line; with semicolons or tabs between them, a comma may be the decimal sign. */
function numbersOf(line: string): number[] {
  const cells = separators.test(line)
    ? line.split(/[;\t]+/).map((c) => c.trim().replace(',', '.'))
    : line.trim().split(/[\s,]+/);
  return cells
    .filter((c) => c !== '')
    .map((c) => (/^[+-]?\d*\.?\d+(e[+-]?\d+)?$/i.test(c) ? Number(c) : NaN));
}

/**
 * Reads a pasted or loaded table of R, G, B densities, one step a line, with or without a step number before them; a
 * heading and lines that begin with # are left out; a line that begins with "base" holds the densities of unexposed
 * film. Steps may run either way. Throws a WedgeError for a table that is
 * no 21-step wedge.
 */
export function readWedge(text: string): Wedge {
  const lines = text
    .split(/\r?\n/)
    .map((line, i) => ({ at: i + 1, line: line.trim() }))
    .filter(({ line }) => line !== '' && !line.startsWith('#'));
  if (lines.length > 0 && !isBase(lines[0].line) && numbersOf(lines[0].line).every(Number.isNaN))
    lines.shift();
  const problems: string[] = [];
  const numbersAt = ({ at, line }: { at: number; line: string }) => {
    const numbers = numbersOf(line);
    if (numbers.some(Number.isNaN)) problems.push(`line ${at}: "${line}" holds something that is no number`);
    else if (numbers.length !== 3 && numbers.length !== 4)
      problems.push(
        `line ${at}: three densities are expected (a step number may stand before them), found ${numbers.length}`,
      );
    return numbers.slice(-3);
  };
  const rows = lines.filter(({ line }) => !isBase(line)).map(numbersAt);
  const [base] = lines
    .filter(({ line }) => isBase(line))
    .map(({ at, line }) => numbersAt({ at, line: line.slice(baseWord.length) }));
  if (problems.length > 0) throw new WedgeError(problems.slice(0, 5));
  if (rows.length !== wedgeSteps)
    throw new WedgeError([`a wedge of ${wedgeSteps} steps is expected, the table has ${rows.length}`]);
  return { ...checked(rows), ...(base && { base: byLayer((c) => base[c]) }) };
}

const baseWord = 'base';
const isBase = (line: string) => line.toLowerCase().startsWith(baseWord);
const byLayer = <T>(of: (c: number) => T) =>
  Object.fromEntries(layerNames.map((n, c) => [n, of(c)])) as Record<LayerName, T>;

function checked(rows: number[][]): Wedge {
  const total = (row: number[]) => row[0] + row[1] + row[2];
  const rising = total(rows[0]) <= total(rows[rows.length - 1]) ? rows : [...rows].reverse();
  const stepName = (i: number) => `step ${rising === rows ? i + 1 : rows.length - i}`;
  const problems: string[] = [];
  layerNames.forEach((name, c) => {
    const d = rising.map((row) => row[c]);
    const outside = d.findIndex((v) => v < 0 || v > highestDensity);
    if (outside >= 0)
      problems.push(`${name}, ${stepName(outside)}: ${d[outside]} is no density (0 to ${highestDensity})`);
    const fall = d.findIndex((v, i) => i > 0 && v < d[i - 1] - noise);
    if (fall >= 0)
      problems.push(
        `${name}, ${stepName(fall)}: density falls from ${d[fall - 1]} to ${d[fall]} where exposure grows`,
      );
    const range = Math.max(...d) - Math.min(...d);
    if (range < leastRange)
      problems.push(
        `${name}: density changes by ${range.toFixed(2)} only; at least ${leastRange} is needed for a curve`,
      );
  });
  if (problems.length > 0) throw new WedgeError(problems);
  return byLayer((c) => rising.map((r) => r[c]));
}

/** Log exposure of each step, from that of the first. */
export const wedgeExposures = Array.from({ length: wedgeSteps }, (_, i) => i * wedgeStep);
