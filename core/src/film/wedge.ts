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

/**
 * Densities of each layer, least exposure first, on the mean of all readings; and of unexposed film, where the table has
 * lines for it.
 */
export type Wedge = Readonly<Record<LayerName, readonly number[]>> & {
  /** How often the wedge was read, and unexposed film. */
  readonly readings: number;
  readonly base?: Readonly<Record<LayerName, number>> & { readonly readings: number };
};

const highestDensity = 4.6;
/** Densities that fall by less than this from one step to the next count as noise. */
const noise = 0.06;
/** Two readings of one step that differ by more are not of one wedge. */
const maxApart = 0.12;
/** A wedge that darkens less than this holds no curve. */
const minRange = 0.4;

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
 * heading and lines that begin with # are left out; lines that begin with "base" hold the densities of unexposed
 * film. Steps may run either way. A wedge that was read several times stands there as often, one after the other, and
 * the mean is taken. Throws a WedgeError for a table that is no 21-step wedge.
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
  const bases = lines
    .filter(({ line }) => isBase(line))
    .map(({ at, line }) => numbersAt({ at, line: line.slice(baseWord.length) }));
  if (problems.length > 0) throw new WedgeError(problems.slice(0, 5));
  const readings = rows.length / wedgeSteps;
  if (readings < 1 || !Number.isInteger(readings))
    throw new WedgeError([
      `a wedge of ${wedgeSteps} steps is expected, once or several times; the table has ${rows.length}`,
    ]);
  const each = Array.from({ length: readings }, (_, k) =>
    checked(rows.slice(k * wedgeSteps, (k + 1) * wedgeSteps), readings > 1 ? `reading ${k + 1}, ` : ''),
  );
  agree(each);
  return {
    ...byLayer((c) => each[0][c].map((_, i) => mean(each.map((r) => r[c][i])))),
    readings,
    ...(bases.length > 0 && {
      base: { ...byLayer((c) => mean(bases.map((b) => b[c]))), readings: bases.length },
    }),
  };
}

const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;

/** Readings of one wedge say the same of every step, but for noise. */
function agree(each: readonly number[][][]): void {
  const problems = each.slice(1).flatMap((reading, k) =>
    layerNames.flatMap((name, c) => {
      const at = reading[c].findIndex((d, i) => Math.abs(d - each[0][c][i]) > maxApart);
      if (at < 0) return [];
      const [first, here] = [each[0][c][at], reading[c][at]];
      return [
        `reading ${k + 2}, ${name}: density ${here} where the first reading has ${first}; is it the same wedge?`,
      ];
    }),
  );
  if (problems.length > 0) throw new WedgeError(problems);
}

const baseWord = 'base';
const isBase = (line: string) => line.toLowerCase().startsWith(baseWord);
const byLayer = <T>(of: (c: number) => T) =>
  Object.fromEntries(layerNames.map((n, c) => [n, of(c)])) as Record<LayerName, T>;

/** Densities by layer, least exposure first, of one reading. @param which stands before what is said of it. */
function checked(rows: number[][], which: string): number[][] {
  const total = (row: number[]) => row[0] + row[1] + row[2];
  const rising = total(rows[0]) <= total(rows[rows.length - 1]) ? rows : [...rows].reverse();
  const stepName = (i: number) => `step ${rising === rows ? i + 1 : rows.length - i}`;
  const columns = layerNames.map((_, c) => rising.map((row) => row[c]));
  const problems: string[] = [];
  layerNames.forEach((name, c) => {
    const d = columns[c];
    const outside = d.findIndex((v) => v < 0 || v > highestDensity);
    if (outside >= 0)
      problems.push(
        `${which}${name}, ${stepName(outside)}: ${d[outside]} is no density (0 to ${highestDensity})`,
      );
    const fall = d.findIndex((v, i) => i > 0 && v < d[i - 1] - noise);
    if (fall >= 0)
      problems.push(
        `${which}${name}, ${stepName(fall)}: density falls from ${d[fall - 1]} to ${d[fall]} where exposure grows`,
      );
    const range = Math.max(...d) - Math.min(...d);
    if (range < minRange)
      problems.push(
        `${which}${name}: density changes by ${range.toFixed(2)} only; at least ${minRange} is needed for a curve`,
      );
  });
  if (problems.length > 0) throw new WedgeError(problems);
  return columns;
}

/** Log exposure of each step, from that of the first. */
export const wedgeExposures = Array.from({ length: wedgeSteps }, (_, i) => i * wedgeStep);
