import fc from 'fast-check';
import { expect, test } from 'vitest';
import { readExif } from './exif.ts';

const wanted = new Set([34855, 42036]);

/** A block of one directory whose only entry says that it holds so many values, somewhere. */
function claiming(type: number, count: number, place: number): Uint8Array {
  const bytes = new DataView(new ArrayBuffer(64));
  bytes.setUint32(0, 0x49492a00);
  bytes.setUint32(4, 8, true);
  bytes.setUint16(8, 1, true);
  bytes.setUint16(10, 42036, true);
  bytes.setUint16(12, type, true);
  bytes.setUint32(14, count, true);
  bytes.setUint32(18, place, true);
  return new Uint8Array(bytes.buffer);
}

test('an entry that promises more than there is says nothing', () => {
  for (const [type, count, place] of [
    [2, 4_000_000_000, 30],
    [2, 40, 4_000_000_000],
    [5, 1, 60],
    [9, 1, 0],
    [3, 0, 0],
  ])
    expect([...readExif(claiming(type, count, place), wanted)], `${type} ${count} ${place}`).toEqual([]);
  // A long text is cut, not refused.
  expect(readExif(claiming(2, 30, 24), wanted).get(42036)).toBe('');
});

test('no bytes make it throw, or read for long', () => {
  fc.assert(
    fc.property(
      fc.uint8Array({ maxLength: 300 }),
      fc.constantFrom('II*\0', 'MM\0*', 'Exif\0\0II*\0'),
      (noise, head) => {
        const bytes = Uint8Array.from([...head].map((c) => c.charCodeAt(0)).concat(...noise));
        for (const [tag, value] of readExif(bytes, wanted)) {
          expect(wanted.has(tag)).toBe(true);
          if (typeof value === 'number') expect(Number.isFinite(value)).toBe(true);
        }
      },
    ),
    { seed: 5, numRuns: 2000 },
  );
});
