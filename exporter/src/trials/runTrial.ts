import { setMaxListeners } from 'node:events';
import { existsSync } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';
import { type BoardCell } from '@velvet-dusk/core/trial/board';
import { type Endurance, enduranceSchema } from '@velvet-dusk/core/trial/endurance';
import { inputHash, lookOf, plateOf, type TrialInput } from '@velvet-dusk/core/trial/input';
import { cellResultSchema, type CellResult, type EnduranceResult } from '@velvet-dusk/core/trial/result';
import { type EnduranceTask, planRun, resultOf, type TrialResult } from '@velvet-dusk/core/trial/run';
import { refuseInput } from '@velvet-dusk/core/trial/spec';
import { type WorkOptions, workOff, type WorkPart } from '../resumable.ts';
import type { PackThreads } from '../threads.ts';
import type { TrialShared } from './trialTask.ts';

export interface TrialOptions extends WorkOptions {
  threads: PackThreads;
}

/** Where the pictures of cells stand in a folder of work. */
export const cellsFolder = 'cells';
/** The picture of a cell in a folder of work. */
export const pictureOf = (
  work: string,
  { row, column, switch: chosen }: Omit<BoardCell, 'condition'>,
): string => join(work, cellsFolder, `${chosen}-${row}-${column}.png`);

/** Cells that go to a thread at a time, of one plate. */
const together = 6;
const pictureWidth = 240;

/** A part of a run that a thread does at a time. */
type Part = WorkPart & ({ cells: BoardCell[] } | { search: EnduranceTask });

/** What a part comes to. */
interface PartResult {
  cells?: CellResult[] | undefined;
  found?: Endurance | undefined;
}

const lineSchema = z.object({
  key: z.string(),
  cells: z.array(cellResultSchema).optional(),
  found: enduranceSchema.optional(),
});

const searchKey = ({ kind, isGate, condition: { plateId, lookId } }: EnduranceTask) =>
  JSON.stringify([isGate ? 'gate' : 'endurance', kind, plateId, lookId]);

/** About as many cells' worth of work a search is. */
const searchWeight = 2;

function partsOf(input: TrialInput): Part[] {
  const { cells, searches } = planRun(input);
  const batches: BoardCell[][] = [];
  for (const cell of cells) {
    const last = batches.findLast((b) => b[0].condition.plateId === cell.condition.plateId);
    if (last && last.length < together && last[0].switch === cell.switch) last.push(cell);
    else batches.push([cell]);
  }
  return [
    ...batches.map((batch, i) => ({ key: `cells ${i}`, name: '', weight: batch.length, cells: batch })),
    ...searches.map((search) => ({ key: searchKey(search), name: '', weight: searchWeight, search })),
  ];
}

function collect(input: TrialInput, done: ReadonlyMap<string, PartResult>): TrialResult {
  const { searches } = planRun(input);
  const measured = (isGate: boolean): EnduranceResult[] => {
    const byPlace = new Map<string, EnduranceResult>();
    for (const search of searches.filter((s) => s.isGate === isGate)) {
      const { plateId, lookId } = search.condition;
      const key = JSON.stringify([plateId, lookId]);
      const known = byPlace.get(key) ?? ({ lookId, plateId } as EnduranceResult);
      byPlace.set(key, { ...known, [search.kind]: done.get(searchKey(search))?.found });
    }
    return [...byPlace.values()];
  };
  const cells = [...done.values()]
    .flatMap((part) => part.cells ?? [])
    .sort((a, b) => a.switch - b.switch || a.row - b.row || a.column - b.column);
  return resultOf(input, { cells, endurance: measured(false), gated: measured(true) });
}

/**
 * Runs a board in a folder of work, as many parts at a time as there are threads, and writes each down when it is done: taken
 * up again after a kill it goes on where it was. @returns null for a shard, which is a part only. Throws a RangeError where the
 * board names what is not there.
 */
export async function runTrial(
  input: TrialInput,
  work: string,
  { threads, ...options }: TrialOptions,
): Promise<TrialResult | null> {
  refuseInput(input);
  const { signal, shard } = options;
  if (signal) setMaxListeners(0, signal);
  const { display, practice, profiles, luts, trial, gate } = input;
  const shared: TrialShared = { display, practice, profiles, luts };

  async function runCells(cells: readonly BoardCell[]): Promise<CellResult[]> {
    const plate = plateOf(input, cells[0].condition.plateId);
    const looked = cells.map((c) => ({ ...c, look: lookOf(input.looks, c.condition) }));
    const task = { ...shared, plate, cells: looked, judged: trial.readings, pictureWidth };
    const answers = await threads.run('runCells', task, { signal });
    for (const { result, picture } of answers) await writeFile(pictureOf(work, result), picture);
    return answers.map((a) => a.result);
  }

  function runSearch({ condition, kind, isGate }: EnduranceTask): Promise<Endurance> {
    const search = isGate
      ? { kind, ends: gate![kind], judged: gate!.readings }
      : { kind, judged: trial.readings };
    const plate = plateOf(input, condition.plateId);
    const task = { ...shared, plate, look: lookOf(input.looks, condition), condition, search };
    return threads.run('runSearch', task, { signal });
  }

  const done = await workOff(
    {
      folder: work,
      hash: inputHash(input),
      inside: cellsFolder,
      parts: partsOf(input),
      width: threads.width,
      read(line): Promise<{ key: string; result: PartResult } | null> {
        const { key, ...result } = lineSchema.safeParse(line).data ?? { key: '' };
        // A picture that did not reach the disk is drawn again.
        const isWhole = result.cells
          ? result.cells.every((c) => existsSync(pictureOf(work, c)))
          : result.found;
        return Promise.resolve(isWhole ? { key, result } : null);
      },
      async run(part) {
        const result: PartResult =
          'cells' in part ? { cells: await runCells(part.cells) } : { found: await runSearch(part.search) };
        return { line: result, result };
      },
    },
    options,
  );
  return shard ? null : collect(input, done);
}
