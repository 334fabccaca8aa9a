import { adaptation } from '../colour/adaptation.ts';
import { xyToXyz } from '../colour/chromaticity.ts';
import { labToXyz } from '../colour/lab.ts';
import { transform } from '../colour/matrix.ts';
import { xyzToRgb } from '../colour/rgbSpace.ts';
import { bt709 } from '../colour/spaces/index.ts';
import { FormatError } from './error.ts';

export interface ChartRow {
  name: string;
  /** Place on a picture in pixels, where the file states one. */
  place: [x0: number, y0: number, x1: number, y1: number] | null;
  /** BT.709-linear, by the name of its columns. */
  values: Record<string, [number, number, number]>;
}
export interface ChartFile {
  rows: ChartRow[];
  /** Names of the value columns, e.g. `lab`, `linear`, `reflectance`. */
  kinds: string[];
}

const placeColumns = ['x0', 'y0', 'x1', 'y1'];
/** Printed Lab values are against D50 (ISO 13655), seen here under the white of BT.709. */
const d50 = [0.34567, 0.3585] as const;
const toD65 = adaptation(d50, bt709.white);
const toRgb = xyzToRgb(bt709);

const fromLab = (lab: [number, number, number]) =>
  transform(toRgb, transform(toD65, labToXyz(lab, xyToXyz(d50))));

/** Groups of three columns: `l,a,b` is Lab; `r,g,b` or `NAME_r,NAME_g,NAME_b` is BT.709-linear. */
function valueGroups(columns: string[]): { kind: string; at: [number, number, number]; lab: boolean }[] {
  const groups = columns.flatMap((column) => {
    const match = /^(?:(.+)_)?r$/.exec(column);
    if (!match) return [];
    const prefix = match[1] ? `${match[1]}_` : '';
    const at = ['r', 'g', 'b'].map((c) => columns.indexOf(prefix + c)) as [number, number, number];
    return at.includes(-1) ? [] : [{ kind: match[1] ?? 'linear', at, lab: false }];
  });
  const lab = ['l', 'a', 'b'].map((c) => columns.indexOf(c)) as [number, number, number];
  return lab.includes(-1) ? groups : [...groups, { kind: 'lab', at: lab, lab: true }];
}

/**
 * Reads the reference values of a chart: CSV with a header line, a `patch` column, values, and, where known, places
 * (`x0,y0,x1,y1`). Throws a FormatError with line and column number.
 */
export function parseChartCsv(text: string, file: string): ChartFile {
  const lines = text.split(/\r?\n/);
  const fail = (line: number, column: number, problem: string): never => {
    throw new FormatError(file, { line, column }, problem);
  };
  const columns = lines[0].split(',').map((c) => c.trim().toLowerCase());
  const nameAt = columns.indexOf('patch');
  if (nameAt < 0) fail(1, 1, 'the header line needs a column "patch"');
  const groups = valueGroups(columns);
  if (groups.length === 0) fail(1, 1, 'the header line needs the columns L,a,b or r,g,b');
  const places = placeColumns.map((c) => columns.indexOf(c));
  const rows: ChartRow[] = [];
  lines.slice(1).forEach((line, i) => {
    if (line.trim() === '') return;
    const cells = line.split(',').map((c) => c.trim());
    if (cells.length !== columns.length)
      fail(i + 2, 1, `${columns.length} columns are needed, found ${cells.length}`);
    const number = (at: number) => {
      const value = cells[at] === '' ? NaN : Number(cells[at]);
      if (!Number.isFinite(value)) fail(i + 2, at + 1, `${columns[at]}: "${cells[at]}" is not a number`);
      return value;
    };
    const values = Object.fromEntries(
      groups.map(({ kind, at, lab }) => {
        const triple = at.map(number) as [number, number, number];
        return [kind, lab ? fromLab(triple) : triple];
      }),
    );
    const place = places.includes(-1) ? null : (places.map(number) as unknown as ChartRow['place']);
    rows.push({ name: cells[nameAt], place, values });
  });
  if (rows.length === 0) fail(2, 1, 'the file has no patches');
  return { rows, kinds: groups.map((g) => g.kind) };
}
