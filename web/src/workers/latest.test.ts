import { expect, test, vi } from 'vitest';
import { latestOnly } from './latest.ts';

/** A task that ends when it is told to. */
function controlled() {
  const begun: number[] = [];
  const ends: ((error?: Error) => void)[] = [];
  const run = latestOnly(
    (n: number) =>
      new Promise<void>((done, failed) => {
        begun.push(n);
        ends.push((error) => (error ? failed(error) : done()));
      }),
  );
  const settle = () => new Promise((go) => setTimeout(go, 0));
  return { run, begun, end: (i: number, error?: Error) => (ends[i](error), settle()) };
}

test('of what is asked for meanwhile only the last is begun, and that one surely', async () => {
  const { run, begun, end } = controlled();
  for (const n of [1, 2, 3, 4]) run(n);
  expect(begun).toEqual([1]);
  await end(0);
  expect(begun).toEqual([1, 4]);
  await end(1);
  run(5);
  expect(begun).toEqual([1, 4, 5]);
});

test('a task that fails is told of and holds nothing up', async () => {
  const told = vi.spyOn(console, 'error').mockImplementation(() => {});
  const { run, begun, end } = controlled();
  run(1);
  run(2);
  await end(0, new Error('lost'));
  expect(begun).toEqual([1, 2]);
  expect(told).toHaveBeenCalledOnce();
  told.mockRestore();
});
