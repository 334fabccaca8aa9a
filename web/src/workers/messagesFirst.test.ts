import { expect, test } from 'vitest';
import { messagesFirst } from './messagesFirst.ts';

test('two that wait at once both go on, in their order', async () => {
  const gone: string[] = [];
  await Promise.all(['fine', 'other'].map((name) => messagesFirst().then(() => gone.push(name))));
  expect(gone).toEqual(['fine', 'other']);
});
