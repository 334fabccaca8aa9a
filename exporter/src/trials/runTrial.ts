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
import { eachOf } from '../eachOf.ts';
import { addLine, openLines } from '../lineJournal.ts';
import type { PackThreads } from '../threads.ts';
import type { TrialShared } from './trialTask.ts';

export interface TrialProgress {
  done: number;
  total: number;
  /** About as many seconds are left; null while nothing is known. */
  secondsLeft: number | null;
}

export interface TrialOptions {
  threads: PackThreads;
  signal?: AbortSignal | undefined;
  onProgress?: ((progress: TrialProgress) => void) | undefined;
  /** Only every n-th part, from the i-th, 1 to n. */
  shard?: { index: number; count: number } | undefined;
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
type Part =
  | { key: string; weight: number; cells: BoardCell[] }
  | { key: string; weight: number; search: EnduranceTask };

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
    ...batches.map((batch, i) => ({ key: `cells ${i}`, weight: batch.length, cells: batch })),
    ...searches.map((search) => ({ key: searchKey(search), weight: searchWeight, search })),
  ];
}

interface Done {
  cells: Map<string, CellResult[]>;
  found: Map<string, Endurance>;
}

function collect(input: TrialInput, done: Done): TrialResult {
  const { searches } = planRun(input);
  const measured = (isGate: boolean): EnduranceResult[] => {
    const byPlace = new Map<string, EnduranceResult>();
    for (const search of searches.filter((s) => s.isGate === isGate)) {
      const { plateId, lookId } = search.condition;
      const key = JSON.stringify([plateId, lookId]);
      const known = byPlace.get(key) ?? ({ lookId, plateId } as EnduranceResult);
      byPlace.set(key, { ...known, [search.kind]: done.found.get(searchKey(search)) });
    }
    return [...byPlace.values()];
  };
  const cells = [...done.cells.values()]
    .flat()
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
  { threads, signal, onProgress, shard }: TrialOptions,
): Promise<TrialResult | null> {
  refuseInput(input);
  if (signal) setMaxListeners(0, signal);
  const done: Done = { cells: new Map(), found: new Map() };
  for (const line of await openLines(work, inputHash(input), cellsFolder)) {
    const { key, cells, found } = lineSchema.safeParse(line).data ?? { key: '' };
    // A picture that did not reach the disk is drawn again.
    if (cells?.every((c) => existsSync(pictureOf(work, c)))) done.cells.set(key, cells);
    if (found) done.found.set(key, found);
  }
  const isDone = ({ key }: Part) => done.cells.has(key) || done.found.has(key);
  const mine = partsOf(input).filter((_, i) => !shard || i % shard.count === shard.index - 1);
  const waiting = mine.filter((part) => !isDone(part));
  const total = mine.reduce((sum, p) => sum + p.weight, 0);
  const known = total - waiting.reduce((sum, p) => sum + p.weight, 0);
  let made = known;
  const began = Date.now();
  const tell = () => {
    const perUnit = made > known ? (Date.now() - began) / 1000 / (made - known) : null;
    onProgress?.({ done: made, total, secondsLeft: perUnit && perUnit * (total - made) });
  };
  tell();
  const { display, practice, profiles, luts, trial, gate } = input;
  const shared: Omit<TrialShared, 'inBackground'> = { display, practice, profiles, luts };

  const runPart = async (part: Part) => {
    if ('cells' in part) {
      const plate = plateOf(input, part.cells[0].condition.plateId);
      const cells = part.cells.map((c) => ({ ...c, look: lookOf(input.looks, c.condition) }));
      const task = { ...shared, plate, cells, judged: trial.readings, pictureWidth };
      const answers = await threads.runCells(task, signal);
      for (const { result, picture } of answers) await writeFile(pictureOf(work, result), picture);
      const results = answers.map((a) => a.result);
      await addLine(work, { key: part.key, cells: results });
      done.cells.set(part.key, results);
    } else {
      const { condition, kind, isGate } = part.search;
      const search = isGate
        ? { kind, ends: gate![kind], judged: gate!.readings }
        : { kind, judged: trial.readings };
      const plate = plateOf(input, condition.plateId);
      const task = { ...shared, plate, look: lookOf(input.looks, condition), condition, search };
      const found = await threads.runSearch(task, signal);
      await addLine(work, { key: part.key, found });
      done.found.set(part.key, found);
    }
    made += part.weight;
    tell();
  };
  await eachOf(waiting, threads.width, runPart, signal);
  return shard ? null : collect(input, done);
}
