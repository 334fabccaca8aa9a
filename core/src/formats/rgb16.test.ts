import { expect, test } from 'vitest';
import { parseRgb16, rgb16Head } from './rgb16.ts';

const file = (width: number, height: number, codes: number[]) => {
  const samples = new Uint8Array(Uint16Array.from(codes).buffer);
  return Uint8Array.from([...rgb16Head(width, height), ...samples]).buffer;
};

test('size and codes are read; the top code is 1', () => {
  const frame = parseRgb16(file(2, 1, [0, 65535, 32768, 1, 2, 3]), 'a');
  expect(frame).toMatchObject({ width: 2, height: 1, depth: 16 });
  expect(Array.from(frame.rgb)).toEqual(
    [0, 1, 32768 / 65535, 1 / 65535, 2 / 65535, 3 / 65535].map(Math.fround),
  );
});

test('what is cut short or too long is refused with its length', () => {
  expect(() => parseRgb16(new ArrayBuffer(5), 'a')).toThrow(/a: byte 5: it ends before its size/);
  expect(() => parseRgb16(file(2, 1, [1, 2, 3]), 'a')).toThrow(/2×1 takes 20 bytes, not 14/);
  expect(() => parseRgb16(file(1, 1, [1, 2, 3, 4]), 'a')).toThrow(/1×1 takes 14 bytes, not 16/);
});
