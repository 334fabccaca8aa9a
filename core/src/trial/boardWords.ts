import { plural } from '../numeric/plural.ts';
import type { PracticeSettings } from '../readings/practice.ts';
import { type Verdict } from '../numeric/verdict.ts';
import type { AxisSources } from './axes/axis.ts';
import { axisOf } from './axes/index.ts';
import type { CellPlace } from './board.ts';
import type { Layout, Trial } from './document.ts';
import { failureWords, lookEnduranceLines } from './words.ts';
import { acceptedCells, type CellResult, type EnduranceResult, judgeCell } from './result.ts';
import { trialReadingLabel } from './readings.ts';
import { judgedMiss } from './worst.ts';

/** A value of an axis as it is shown. */
export const valueWords = ({ axis, values }: Layout, place: number, sources: AxisSources): string =>
  axisOf(axis).words(values[place], sources);

/** A cell by its row and column, as "Marsh, noon · −1.0 st". */
export const placeWords = (
  { rows, columns }: Pick<Trial, 'rows' | 'columns'>,
  { row, column }: CellPlace,
  sources: AxisSources,
): string => `${valueWords(rows, row, sources)} · ${valueWords(columns, column, sources)}`;

/** How many cells there are of each verdict. */
export function tally(cells: readonly CellResult[]): Record<Verdict, number> {
  const found: Record<Verdict, number> = { holds: 0, close: 0, fails: 0, none: 0 };
  for (const cell of cells) found[judgeCell(cell).verdict]++;
  return found;
}

/** Cells that fail, the furthest outside first. */
export function worstCells(cells: readonly CellResult[], most = 4): CellResult[] {
  const missOf = (c: CellResult) => Math.max(0, ...c.readings.map(judgedMiss));
  return cells
    .filter((c) => judgeCell(c).verdict === 'fails')
    .sort((a, b) => missOf(b) - missOf(a))
    .slice(0, most);
}

interface Said {
  trial: Pick<Trial, 'rows' | 'columns'>;
  cells: readonly CellResult[];
  endurance: readonly EnduranceResult[];
  sources: AxisSources;
  practice: PracticeSettings;
}

/** What a board says, in up to four sentences. */
export function boardSentences({ cells, endurance, sources, practice }: Said): string[] {
  if (cells.length === 0) return [];
  const { holds, close, fails } = tally(cells);
  const sentences = [
    fails === 0
      ? `All ${plural(cells.length, 'cell')} hold${close > 0 ? `, ${close} of them closely` : ''}.`
      : `${holds + close} of ${plural(cells.length, 'cell')} hold; ${fails} fail.`,
  ];
  const [most] = causes(cells);
  if (most)
    sentences.push(
      `Most often it is ${trialReadingLabel(most.id)}: ${failureWords(most, practice)} in ${plural(most.cells, 'cell')}.`,
    );
  const looks = [...new Set(endurance.map((e) => e.lookId))];
  const lines = looks.flatMap((lookId) => {
    const name = sources.looks.find((l) => l.id === lookId)?.name ?? lookId;
    const [line] = lookEnduranceLines(
      endurance.filter((e) => e.lookId === lookId),
      practice,
    );
    return line ? [`${name} ${line.text}.`] : [];
  });
  if (lines.length > 0) sentences.push(lines[0]);
  const accepted = acceptedWords(cells);
  if (accepted) sentences.push(`${accepted}.`);
  return sentences;
}

/** "Accepted: Skin level in 3 cells"; null where no miss was. */
export function acceptedWords(cells: readonly CellResult[]): string | null {
  const found = [...acceptedCells(cells)].map(
    ([id, n]) => `${trialReadingLabel(id)} in ${plural(n, 'cell')}`,
  );
  return found.length > 0 ? `Accepted: ${found.join(', ')}` : null;
}

/** The readings that name failing cells, the commonest first, with the value of the worst. */
function causes(cells: readonly CellResult[]) {
  const found = new Map<string, { id: string; cells: number; value: number | null; miss: number }>();
  for (const cell of cells) {
    const { verdict, worst } = judgeCell(cell);
    if (verdict !== 'fails' || worst === null) continue;
    const { value, miss } = cell.readings.find((r) => r.id === worst)!;
    const known = found.get(worst) ?? { id: worst, cells: 0, value, miss };
    found.set(worst, {
      id: worst,
      cells: known.cells + 1,
      ...(miss > known.miss ? { value, miss } : { value: known.value, miss: known.miss }),
    });
  }
  return [...found.values()].sort((a, b) => b.cells - a.cells);
}
