import { expect, test } from 'vitest';
import { Recent, RecentWork } from './recent.ts';

test('a thing is made once, and the one asked for longest ago goes first', () => {
  const made: string[] = [];
  const recent = new Recent<string>(2);
  const ask = (key: string) =>
    recent.get(key, () => {
      made.push(key);
      return key.toUpperCase();
    });
  expect(['a', 'b', 'a', 'c', 'a', 'b'].map(ask)).toEqual(['A', 'B', 'A', 'C', 'A', 'B']);
  expect(made).toEqual(['a', 'b', 'c', 'b']);
  expect(recent.size).toBe(2);
});

test('work that is under way or done is not done again; what failed is', async () => {
  const work = new RecentWork<number>(2);
  let [begun, fails] = [0, true];
  const ask = () =>
    work.get('a', async () => {
      begun++;
      await Promise.resolve();
      if (fails) throw new Error('away');
      return begun;
    });
  await expect(Promise.all([ask(), ask()])).rejects.toThrow('away');
  expect(begun).toBe(1);
  fails = false;
  expect(await ask()).toBe(2);
  expect(await ask()).toBe(2);
});
