import type { CheckRow } from '@velvet-dusk/core/camera/profile';

type Unit = CheckRow['unit'];
type Exposure = Pick<CheckRow, 'at' | 'by'>;

/** A number of a line, with the word or sign behind it. */
interface Token {
  value: number;
  text: string;
  unit: string;
}

const numbers = /([+−-]?\d+(?:[.,]\d+)?|[+−-]?\.\d+)(?:\s*(%|percent|ire|stops?|st|ev)(?![a-z]))?/gi;
/** What is no number of the table: "10-bit", "12 bits". */
const depths = /\b\d+[\s-]?bits?\b/gi;

/** Objects that documents name instead of a reflectance, in %. */
const objects: { word: RegExp; reflectance: number }[] = [
  { word: /\bblack\b/i, reflectance: 0 },
  { word: /\b(mid(dle)?[\s-]?)?gr[ea]y\b/i, reflectance: 18 },
  { word: /\bwhite\b/i, reflectance: 90 },
];

const isStops = (unit: string) => /^(st|ev)/.test(unit);
const isShare = (unit: string) => ['%', 'percent', 'ire'].includes(unit);

/** Numbers between tabs or semicolons may have a decimal comma; between commas they have a point. */
function tokensOf(line: string): Token[] {
  const withPoints = /[\t;]/.test(line) ? line.replace(/(\d),(\d)/g, '$1.$2') : line.replaceAll(',', ' ');
  return [...withPoints.replace(depths, ' ').matchAll(numbers)].map(([, text, unit = '']) => ({
    value: Number(text.replace('−', '-').replace(',', '.')),
    text,
    unit: unit.toLowerCase(),
  }));
}

/** The unit of a printed value: a sign or word says it; otherwise a fraction is a share, a larger number a code. */
function unitOf({ value, text, unit }: Token): Unit {
  if (isShare(unit)) return 'percent';
  return value <= 1.2 && text.includes('.') ? 'code' : '10-bit';
}

/** What a line is about: its first number, or an object it names where it has no exposure of its own. */
function exposureOf(
  line: string,
  tokens: readonly Token[],
): { exposure: Exposure; values: readonly Token[] } | null {
  const [first, ...rest] = tokens;
  const object = objects.find(({ word }) => word.test(line));
  const leads = object !== undefined && first?.unit === '' && line.search(object.word) < line.search(/\d/);
  if (
    object &&
    first &&
    (rest.length === 0 || first.unit === 'ire' || (leads && first.value !== object.reflectance))
  )
    return { exposure: { at: object.reflectance, by: 'reflectance' }, values: tokens };
  if (!first || rest.length === 0 || first.unit === 'ire') return null;
  const isSigned = /^[+−-]/.test(first.text);
  const by = isStops(first.unit) || (isSigned && !isShare(first.unit)) ? 'stops' : 'reflectance';
  return { exposure: { at: first.value, by }, values: rest };
}

const unitRange = /0\s*[–-]\s*1/;

/** Column heads, by what they say their numbers are; null for one that is not for this table. */
const heads: { word: RegExp; unit: Unit | 'reflectance' | 'stops' | null }[] = [
  { word: /stop|\bev\b/i, unit: 'stops' },
  { word: /reflect|scene/i, unit: 'reflectance' },
  { word: /\b(8|12|14|16)[\s-]?bit/i, unit: null },
  { word: /10[\s-]?bit|code value|\bcv\b/i, unit: '10-bit' },
  { word: /ire|%|percent/i, unit: 'percent' },
  { word: unitRange, unit: 'code' },
  { word: /float|normali[sz]ed/i, unit: 'code' },
];

const cells = (line: string) => line.split(/[\t;]/.test(line) ? /\s*[\t;]\s*/ : /\s*,\s*/);

/** Units of columns where a line is their heads: words over at least two columns, and nothing that is a row. */
function columnsOf(line: string): (typeof heads)[number]['unit'][] | null {
  const columns = cells(line);
  if (columns.length < 2 || /\d/.test(line.replace(depths, '').replace(unitRange, ''))) return null;
  const found = columns.map((cell) => heads.find(({ word }) => word.test(cell)));
  return found.every((head) => head !== undefined) ? found.map((head) => head.unit) : null;
}

/** A row of a table whose columns have heads. */
function rowsUnder(columns: NonNullable<ReturnType<typeof columnsOf>>, line: string): CheckRow[] | null {
  const values = cells(line).map((cell) => tokensOf(`${cell}\t`)[0]);
  const place = columns.findIndex((unit) => unit === 'stops' || unit === 'reflectance');
  const at = values[place];
  if (!at) return null;
  const exposure = { at: at.value, by: columns[place] as CheckRow['by'] };
  const rows = columns.flatMap((unit, i): CheckRow[] =>
    i !== place && unit !== null && unit !== 'stops' && unit !== 'reflectance' && values[i]
      ? [{ ...exposure, value: values[i].value, unit }]
      : [],
  );
  return rows.length > 0 ? rows : null;
}

/** A line that lists objects one after the other, parted before each. */
const parted = (line: string): string[] =>
  /^\s*[a-z]/i.test(line)
    ? line.split(/(?=\b(?:black|white|(?:mid(?:dle)?[\s-]?)?gr[ea]y)\b)/i).filter((part) => /\d/.test(part))
    : [line];

/**
 * Reads rows as people paste them: `18 %, 408`, `+2 st; 575`, `0 % black 115`, `mid-grey 42 IRE`, `90<tab>58.6 %<tab>600`, or a
 * table under the heads of its columns; each further number of a line is a row of its own. Says which line cannot be read.
 */
export function parseRows(text: string): { rows: CheckRow[]; problem?: string } {
  const rows: CheckRow[] = [];
  let columns: ReturnType<typeof columnsOf> = null;
  for (const [i, line] of text.split('\n').entries()) {
    if (line.trim() === '') continue;
    const heads = columnsOf(line);
    if (heads) {
      columns = heads;
      continue;
    }
    const under = columns && rowsUnder(columns, line);
    const found = under ? [] : parted(line).map((part) => exposureOf(part, tokensOf(part)));
    if (!under && (found.length === 0 || found.includes(null)))
      return {
        rows: [],
        problem: `Line ${i + 1}, "${line.trim().slice(0, 40)}": an exposure and a value are needed, such as "18 %, 408" or "white 59 IRE".`,
      };
    rows.push(
      ...(under ??
        found.flatMap((part) =>
          part!.values.map((token) => ({ ...part!.exposure, value: token.value, unit: unitOf(token) })),
        )),
    );
  }
  return { rows };
}
