import { z } from 'zod';
import type { Reading } from '../readings/reading.ts';
import { type Verdict, worstVerdict } from '../numeric/verdict.ts';
import type { CellPlace } from './board.ts';
import { enduranceSchema } from './endurance.ts';
import { worstReading } from './worst.ts';

const verdicts = ['holds', 'close', 'fails', 'none'] as const satisfies readonly Verdict[];

/** A cell as it is kept: numbers and identifiers; words are made when it is shown. */
export const cellResultSchema = z.strictObject({
  row: z.int().min(0),
  column: z.int().min(0),
  switch: z.int().min(0),
  readings: z.array(
    z.strictObject({
      id: z.string(),
      value: z.number().nullable(),
      miss: z.number(),
      verdict: z.enum(verdicts),
      /** Its miss was accepted. */
      accepted: z.literal(true).optional(),
    }),
  ),
});
export type CellResult = z.output<typeof cellResultSchema>;

/** How far a look holds on a plate. */
export const enduranceResultSchema = z.strictObject({
  lookId: z.string(),
  plateId: z.string(),
  exposure: enduranceSchema,
  balance: enduranceSchema,
});
export type EnduranceResult = z.output<typeof enduranceResultSchema>;

/** Numbers as files hold them: what is endless is nothing to be measured. */
const finite = (x: number | null) => (x !== null && Number.isFinite(x) ? x : null);

/** @param judged IDs of the readings that are judged; all where there are none. */
export function cellResult(
  { row, column, switch: chosen }: CellPlace,
  readings: readonly Reading[],
  judged: readonly string[] = [],
): CellResult {
  return {
    row,
    column,
    switch: chosen,
    readings: readings
      .filter((r) => judged.length === 0 || judged.includes(r.id))
      .map(({ id, value, miss, verdict, accepted }) => ({
        id,
        value: finite(value),
        miss: finite(miss) ?? Number.MAX_VALUE,
        verdict,
        ...(accepted !== undefined && { accepted: true as const }),
      })),
  };
}

/** The verdict of a kept cell, and the reading it is named by. */
export function judgeCell({ readings }: CellResult): { verdict: Verdict; worst: string | null } {
  return {
    verdict: worstVerdict(readings.map((r) => r.verdict)),
    worst: worstReading(readings)?.id ?? null,
  };
}

/** Readings whose misses were accepted, by their IDs, with in how many cells. */
export function acceptedCells(cells: readonly CellResult[]): Map<string, number> {
  const found = new Map<string, number>();
  for (const { readings } of cells)
    for (const { id, accepted } of readings) if (accepted) found.set(id, (found.get(id) ?? 0) + 1);
  return found;
}

/** Two runs of one board, cell by cell: what fails now and did not, and the other way round. */
export function compareRuns(before: readonly CellResult[], after: readonly CellResult[]) {
  const key = (c: CellPlace) => `${c.switch} ${c.row} ${c.column}`;
  const old = new Map(before.map((c) => [key(c), judgeCell(c).verdict]));
  const changed = (from: (v: Verdict) => boolean, to: (v: Verdict) => boolean) =>
    after.filter((c) => {
      const was = old.get(key(c));
      return was !== undefined && from(was) && to(judgeCell(c).verdict);
    });
  const fails = (v: Verdict) => v === 'fails';
  return { worse: changed((v) => !fails(v), fails), better: changed(fails, (v) => !fails(v)) };
}
