import papaparse from 'papaparse';
import { cellsOf } from '@velvet-dusk/core/trial/board';
import type { Layout } from '@velvet-dusk/core/trial/document';
import { placeWords, valueWords } from '@velvet-dusk/core/trial/boardWords';
import { trialReadingIds } from '@velvet-dusk/core/trial/readingIds';
import { judgeCell } from '@velvet-dusk/core/trial/result';
import { cellAt, resultSources, type TrialResult } from '@velvet-dusk/core/trial/run';

/** Every cell of a run as a line: where it stands, its verdict, and each reading with its number. */
export function boardCsv(result: TrialResult): string {
  const { trial, cells } = result;
  const sources = resultSources(result);
  const { rows, columns, switch: third } = trial;
  const head = [rows.axis, columns.axis, third?.axis ?? 'switch', 'verdict', 'named by', ...trialReadingIds];
  const lines = cellsOf(trial).flatMap((place) => {
    const cell = cellAt(cells, place);
    if (!cell) return [];
    const { verdict, worst } = judgeCell(cell);
    const values = trialReadingIds.map((id) => cell.readings.find((r) => r.id === id)?.value ?? null);
    // Numbers stay numbers; what has a name is named.
    const valueAt = (layout: Layout, at: number) =>
      typeof layout.values[at] === 'number' ? layout.values[at] : valueWords(layout, at, sources);
    const where = [
      valueAt(rows, place.row),
      valueAt(columns, place.column),
      third ? valueAt(third, place.switch) : null,
    ];
    return [[...where, verdict, worst, ...values]];
  });
  // As RFC 4180 has it; what a spreadsheet would take for a formula begins with an apostrophe.
  return `${papaparse.unparse([head, ...lines], { escapeFormulae: true })}\r\n`;
}

/** Cells in words, for whoever reads a log: "Marsh, noon · −1.0 st: fails, Crushed". */
export const failingCells = (result: TrialResult): string[] =>
  result.cells
    .filter((c) => judgeCell(c).verdict === 'fails')
    .map((c) => `${placeWords(result.trial, c, resultSources(result))}: ${judgeCell(c).worst}`);
