import { expect, test } from 'vitest';
import { Recent } from './recent.ts';

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
