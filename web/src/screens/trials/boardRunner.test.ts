import { beforeEach, expect, test, vi } from 'vitest';
import { TaskQueue } from '@velvet-dusk/core/tasks/taskQueue';
import { newLook } from '@velvet-dusk/core/look/document';
import { plainRecording } from '@velvet-dusk/core/testing/recorded';
import { profileOf } from '@velvet-dusk/core/testing/profiles';
import { atRest } from '@velvet-dusk/core/trial/condition';
import type { BoardListener, BoardOrder } from './boardRunner.ts';

/** Pieces that a worker was given and has not answered yet. */
let asked: { name: string; stops: number; answer(): void; fail(error: Error): void }[] = [];
const worker = {
  run: (name: string, [order]: [{ condition: { exposure: number } }]) =>
    new Promise((resolve, fail) =>
      asked.push({ name, stops: order.condition.exposure, answer: () => resolve({ drawn: true }), fail }),
    ),
};
const queue = new TaskQueue([worker as never]);
vi.mock('../../workers/crew.ts', () => ({ boardCrew: () => queue, atOnce: 1 }));
const { runBoard } = await import('./boardRunner.ts');

const plate = { ...plainRecording('quay', profileOf('heron')), url: '/quay' };
const setting = { judged: [], profiles: [] } as unknown as BoardOrder['setting'];
let look = newLook('Dusk');
const pieceAt = (stops: number) => {
  const condition = { ...atRest('quay', 'dusk'), exposure: stops };
  return { cell: { row: 0, column: stops, switch: 0, condition }, order: { plate, look, condition } };
};
const board = (...stops: number[]): BoardOrder => ({ cells: stops.map(pieceAt), rows: [], setting });
const settle = () => new Promise((go) => setTimeout(go, 0));

let cells: number[] = [];
let troubles: string[] = [];
const listener: BoardListener = {
  onCell: ({ column }) => cells.push(column),
  onEndurance: () => {},
  onTrouble: (message) => troubles.push(message),
};
beforeEach(async () => {
  for (const piece of asked) piece.answer();
  await settle();
  [asked, cells, troubles] = [[], [], []];
  // Nothing of the test before is remembered of another look.
  look = newLook('Dusk');
});

test('cells come one after the other from one worker, and what was made lately is not made again', async () => {
  runBoard(board(1, 2), listener);
  await settle();
  expect(asked.map((a) => a.stops)).toEqual([1]);
  asked[0].answer();
  await settle();
  asked[1].answer();
  await settle();
  expect(cells).toEqual([1, 2]);
  runBoard(board(1, 2), listener);
  await settle();
  expect([cells, asked.length]).toEqual([[1, 2, 1, 2], 2]);
});

test('a board that is stopped shows nothing more, and the next one has the pieces that waited for it', async () => {
  const stop = runBoard(board(1, 2), listener);
  await settle();
  stop();
  runBoard(board(2, 3), listener);
  asked[0].answer();
  await settle();
  // The piece that was under way is finished, the one that waited is asked for anew.
  expect(cells).toEqual([]);
  for (const at of [1, 2]) {
    asked[at].answer();
    await settle();
  }
  expect(asked.map((a) => a.stops).sort()).toEqual([1, 2, 3]);
  expect([cells.sort(), troubles]).toEqual([[2, 3], []]);
});

test('a piece that fails is told and is not remembered', async () => {
  runBoard(board(1), listener);
  await settle();
  asked[0].fail(new Error('no memory'));
  await settle();
  expect([cells, troubles]).toEqual([[], ['no memory']]);
  runBoard(board(1), listener);
  await settle();
  expect(asked).toHaveLength(2);
});
