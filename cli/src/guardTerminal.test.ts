import { expect, test } from 'vitest';
import { forTerminal, guardTerminal } from './guardTerminal.ts';

test('codes in names never reach a terminal; lines, tabs and letters do', () => {
  expect(forTerminal('a\u001b[2Jb\u009bc\u202ed\n\te · ΔE 2 °')).toBe('a [2Jb c d\n\te · ΔE 2 °');
});

test('a terminal is guarded, a pipe gets every byte', () => {
  for (const isTTY of [true, false]) {
    const got: unknown[] = [];
    const stream = {
      isTTY,
      write: (chunk: unknown) => (got.push(chunk), true),
    } as unknown as NodeJS.WriteStream;
    guardTerminal(stream);
    stream.write('\u001b]0;title\u0007');
    stream.write(new Uint8Array([27]));
    expect(got).toEqual([isTTY ? ' ]0;title ' : '\u001b]0;title\u0007', new Uint8Array([27])]);
  }
});
