import { deflateSync } from 'node:zlib';
import { describe, expect, test } from 'vitest';
import { parseExr } from './parse.ts';
import { ints, plainExr } from '../../testing/plainExr.ts';

/** Pictures that other programs write in other orders, and files that are damaged, or made to do harm. */

const slope = (x: number, y: number) => Math.round((x / 10 + y) * 64) / 64;
const [width, height] = [37, 35];
const good = parseExr(plainExr(width, height, slope), 'good.exr').rgb;

describe('one picture, however it lies in its file', () => {
  test.each([
    ['packed', { compression: 3 }],
    ['packed line by line', { compression: 2 }],
    ['bottom line first', { lineOrder: 1 }],
    ['bottom line first, packed', { lineOrder: 1, compression: 3 }],
    ['its blocks out of order', { compression: 3, order: [1, 2, 0] }],
    ['its window elsewhere', { origin: [-20, 300] }],
    ['in tiles', { tile: { width: 16, height: 8 } }],
    ['in tiles out of order', { tile: { width: 20, height: 20 }, order: [3, 0, 2, 1] }],
    ['in packed tiles', { tile: { width: 16, height: 16 }, compression: 3 }],
  ] as [string, Parameters<typeof plainExr>[3]][])('%s', (_, options) => {
    const read = parseExr(plainExr(width, height, slope, options), 'a.exr');
    expect([read.width, read.height]).toEqual([width, height]);
    expect(read.rgb).toEqual(good);
  });
});

describe('damage is refused with its place', () => {
  const whole = plainExr(width, height, slope, { compression: 3 });

  test('a file cut anywhere, in its header above all', () => {
    for (let n = 4; n < whole.length; n += n < 420 ? 1 : 97)
      expect(() => parseExr(whole.subarray(0, n), 'cut.exr'), `${n} bytes`).toThrow(/cut\.exr: .*OpenEXR/);
  });

  test('a bit of packed data turned round is refused, or changes no value: some bits are padding', () => {
    const start = whole.length - 600;
    let refused = 0;
    let flips = 0;
    for (let i = 0; i < 600; i += 7, flips++) {
      const flipped = Uint8Array.from(whole);
      flipped[start + i] ^= 1 << (i % 8);
      let rgb: Float32Array | undefined;
      try {
        ({ rgb } = parseExr(flipped, 'flip.exr'));
      } catch (error) {
        expect((error as Error).message).toMatch(/flip\.exr: block \d/);
        refused++;
      }
      if (rgb) expect(rgb, `bit at byte ${start + i}`).toEqual(good);
    }
    expect(refused).toBeGreaterThan(flips * 0.95);
  });

  test.each([
    ['an attribute that stands twice', { twice: ['dataWindow'] }, /dataWindow stands twice/],
    ['one that is missing', { without: ['lineOrder'] }, /header: OpenEXR: lineOrder is missing/],
    ['a subsampled channel', { sampling: [2, 2] }, /channel list: .*subsampled/],
    ['tiles of no size', { tile: { width: 0, height: 0 } }, /tiles of 0×0/],
    ['a block that stands twice', { order: [0, 0, 2], compression: 3 }, /block|offset table/],
    ['a line of another picture', { spoil: ({ head }) => head.writeInt32LE(900, 0) }, /names no place/],
    ['a place filled twice', { spoil: ({ head }) => head.writeInt32LE(0, 0) }, /filled twice/],
    ['a size that lies', { spoil: ({ head }) => head.writeInt32LE(3, 4) }, /3 bytes for values/],
    ['a size without end', { spoil: ({ head }) => head.writeInt32LE(-1, 4) }, /bytes for values/],
  ] as [string, Parameters<typeof plainExr>[3], RegExp][])('%s', (_, options, words) => {
    expect(() => parseExr(plainExr(width, height, slope, options), 'a.exr')).toThrow(words);
  });

  test('a small block that unpacks to hundreds of megabytes', () => {
    const bomb = deflateSync(Buffer.alloc(300_000_000));
    const make = plainExr(4000, 35, slope, {
      compression: 3,
      spoil(block) {
        block.data = bomb;
        block.head = Buffer.concat([block.head.subarray(0, 4), ints(bomb.length)]);
      },
    });
    const before = process.memoryUsage().arrayBuffers;
    expect(() => parseExr(make, 'bomb.exr')).toThrow(/block 1 of 3: OpenEXR: it unpacks to more than/);
    expect(process.memoryUsage().arrayBuffers - before).toBeLessThan(100e6);
  });

  test('a window of billions of pixels, before anything is made for it', () => {
    const file = plainExr(width, height, slope);
    const at = Buffer.from(file).indexOf('dataWindow') + 'dataWindow\0box2i\0'.length + 4;
    const view = new DataView(file.buffer);
    view.setInt32(at + 8, 99_999, true);
    view.setInt32(at + 12, 99_999, true);
    expect(() => parseExr(file, 'a.exr')).toThrow(/dataWindow: 100000×100000 is more than/);
    view.setInt32(at + 8, -5, true);
    expect(() => parseExr(file, 'a.exr')).toThrow(/dataWindow: .*no picture/);
  });
});
