import { strToU8, zipSync } from 'fflate';
import { expect, test } from 'vitest';
import { openZip, whyNotOpened } from './openZip.ts';

const isCube = (name: string) => name.endsWith('.cube');
const zip = zipSync({ 'a.cube': strToU8('LUT_3D_SIZE 2'), 'b.txt': strToU8('words') }, { level: 0 });

/** Where the central directory begins, and its entries of 46 bytes and a name (PKWARE APPNOTE 6.3, 4.3.12). */
function centralDirectory(bytes: Uint8Array) {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  const end = bytes.length - 22;
  return { view, end, start: view.getUint32(end + 16, true) };
}

/** A zip whose directory names its first entry so many times, each with another name of the same length. */
function overlapping(times: number): Uint8Array {
  const { start } = centralDirectory(zip);
  const entry = zip.slice(start, start + 46 + 'a.cube'.length);
  const out = new Uint8Array(start + times * entry.length + 22);
  out.set(zip.subarray(0, start));
  for (let i = 0; i < times; i++) {
    const at = start + i * entry.length;
    out.set(entry, at);
    out[at + 46] = 'a'.charCodeAt(0) + i;
  }
  out.set(zip.subarray(zip.length - 22), out.length - 22);
  const { view, end } = centralDirectory(out);
  view.setUint16(end + 8, times, true);
  view.setUint16(end + 10, times, true);
  view.setUint32(end + 12, times * entry.length, true);
  return out;
}

test('what is wanted of a zip is unpacked, by name', async () => {
  const found = await openZip(new Blob([zip as Uint8Array<ArrayBuffer>]), isCube);
  expect(Object.keys(found)).toEqual(['a.cube']);
  expect(new TextDecoder().decode(found['a.cube'])).toBe('LUT_3D_SIZE 2');
});

test('entries that lie over each other, too much, two of one name, and no zip: refused by the list alone', async () => {
  expect(whyNotOpened(overlapping(1), isCube)).toBeNull();
  await expect(openZip(new Blob([overlapping(26) as Uint8Array<ArrayBuffer>]), isCube)).rejects.toThrow(
    'its entries lie over each other',
  );
  const huge = overlapping(1);
  const { view, start } = centralDirectory(huge);
  view.setUint32(start + 24, 0x7fff_ffff, true);
  expect(whyNotOpened(huge, isCube)).toBe('opened it has more than 1 GB');
  expect(whyNotOpened(huge, () => false)).toBeNull();
  const twice = overlapping(2);
  twice[centralDirectory(twice).start + 46 + 'a.cube'.length + 46] = 'a'.charCodeAt(0);
  expect(whyNotOpened(twice, isCube)).toMatch(/two files in it are called "a\.cube"/);
  expect(whyNotOpened(strToU8('no zip'), isCube)).toMatch(/^not a zip that can be opened/);
});
