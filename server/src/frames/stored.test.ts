import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { seeded } from '@velvet-dusk/core/numeric/random';
import { parsePng, writePng } from '@velvet-dusk/core/formats/png';
import { parseRgb16, writeRgb16 } from '@velvet-dusk/core/formats/rgb16';
import { codesOfStored, pngOfStored, readStored, writeStored } from './stored.ts';

const folder = mkdtempSync(join(tmpdir(), 'dusk-stored-'));
const uniform = seeded(4);
const size = { width: 90, height: 40 };
const rgb = Float32Array.from(
  { length: size.width * size.height * 3 },
  () => Math.round(uniform() * 65535) / 65535,
);
const frame = { ...size, rgb, depth: 16 };
const [codes, png] = [join(folder, 'codes'), join(folder, 'png')];
writeFileSync(png, writePng(frame));
const whole = (parts: Uint8Array[]) => {
  const bytes = Buffer.concat(parts);
  return bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength);
};

test('a frame is stored as it goes to the bench, and read back code for code', async () => {
  await writeStored(codes, frame);
  const bytes = readFileSync(codes);
  expect(bytes).toHaveLength(8 + rgb.length * 2);
  expect(bytes.equals(writeRgb16(frame))).toBe(true);
  expect(await readStored(codes, 'frame')).toEqual(frame);
  expect(parsePng((await pngOfStored(codes))!, 'frame')).toEqual(frame);
  await expect(writeStored(codes, frame)).rejects.toThrow(/EEXIST/);
});

test('a frame of an earlier release, a PNG, gives the same', async () => {
  const { rgb: read, ...facts } = await readStored(png, 'frame');
  expect(facts).toMatchObject(size);
  expect(read).toEqual(rgb);
  expect(await pngOfStored(png)).toBeNull();
  expect(parseRgb16(whole(await codesOfStored(png)), 'frame')).toEqual(frame);
  // Made smaller as well.
  expect(whole(await codesOfStored(png, 30))).toEqual(whole(await codesOfStored(codes, 30)));
  expect(parseRgb16(whole(await codesOfStored(codes, 30)), 'small')).toMatchObject({ width: 30, height: 13 });
});

test('a frame cut short is refused by name and place', async () => {
  const cut = join(folder, 'cut');
  writeFileSync(cut, readFileSync(codes).subarray(0, 1000));
  await expect(readStored(cut, 'quay')).rejects.toThrow(/quay: byte 1000: 90×40 takes 21608 bytes, not 1000/);
});
