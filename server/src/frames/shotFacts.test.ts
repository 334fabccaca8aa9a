import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { plainExr } from '@velvet-dusk/core/testing/plainExr';
import { readFrameFile } from './read.ts';
import { recordOfExif } from './shotFacts.ts';

const folder = mkdtempSync(join(tmpdir(), 'dusk-shot-'));
const put = (name: string, bytes: Uint8Array) => {
  writeFileSync(join(folder, name), bytes);
  return readFrameFile(join(folder, name), name);
};
const picture = () =>
  sharp({ create: { width: 8, height: 8, channels: 3, background: { r: 90, g: 90, b: 90 } } });

/** Exif that libvips writes, by the tag numbers of CIPA DC-008. */
const exif = {
  IFD2: {
    ISOSpeedRatings: '1600',
    ExposureBiasValue: '4/3',
    FocalLength: '35/1',
    FNumber: '28/10',
    LightSource: '3',
    LensModel: 'Spar prime',
  },
};

test.each(['jpeg', 'png'] as const)(
  'a %s tells its EI, lens, light and exposure by its Exif',
  async (format) => {
    const bytes = await picture().withExif(exif)[format]().toBuffer();
    const { record } = await put(`a.${format}`, bytes);
    expect(record).toEqual({
      ei: 1600,
      meterOffset: 1.33,
      lens: 'Spar prime, 35 mm, f/2.8',
      light: 'tungsten',
    });
  },
);

/** A TIFF of one grey pixel by hand, with a directory of Exif (TIFF 6.0; CIPA DC-008): no tool here writes one. */
function exifTiff(ei: number): Buffer {
  const file = Buffer.alloc(256);
  const directory = (at: number, entries: [tag: number, type: 3 | 4, count: number, value: number][]) => {
    file.writeUInt16LE(entries.length, at);
    entries.forEach(([tag, type, count, value], i) => {
      file.writeUInt16LE(tag, at + 2 + i * 12);
      file.writeUInt16LE(type, at + 4 + i * 12);
      file.writeUInt32LE(count, at + 6 + i * 12);
      file.writeUInt32LE(value, at + 10 + i * 12);
    });
  };
  file.write('II*\0', 'latin1');
  file.writeUInt32LE(8, 4);
  [8, 8, 8].forEach((bits, i) => file.writeUInt16LE(bits, 240 + i * 2));
  file.fill(90, 250, 253);
  directory(8, [
    [256, 4, 1, 1],
    [257, 4, 1, 1],
    [258, 3, 3, 240],
    [259, 3, 1, 1],
    [262, 3, 1, 2],
    [273, 4, 1, 250],
    [277, 3, 1, 3],
    [278, 4, 1, 1],
    [279, 4, 1, 3],
    [34665, 4, 1, 160],
  ]);
  directory(160, [
    [34855, 3, 1, ei],
    [37384, 3, 1, 21],
  ]);
  return file;
}
test('so does a TIFF', async () => {
  const frame = await put('a.tif', exifTiff(640));
  expect(frame).toMatchObject({ width: 1, height: 1, format: 'tiff' });
  expect(frame.record).toEqual({ ei: 640, light: 'D65' });
});

test('a picture without Exif, or with what is none, says nothing and is read', async () => {
  expect((await put('b.png', await picture().png().toBuffer())).record).toEqual({});
  expect(recordOfExif(Buffer.from('Exif\0\0not at all'))).toEqual({});
  expect(recordOfExif(Buffer.alloc(0))).toEqual({});
  const odd = await picture()
    .withExif({ IFD2: { ISOSpeedRatings: '1', FocalLength: '0/1', ExposureBiasValue: '99/1' } })
    .jpeg()
    .toBuffer();
  expect((await put('c.jpg', odd)).record).toEqual({});
});

const float = (value: number) => {
  const bytes = Buffer.alloc(4);
  bytes.writeFloatLE(value);
  return bytes;
};
// Names and types of the standard attributes, from memory.
test('an OpenEXR tells its EI, balance and lens by its header; attributes of another type say nothing', async () => {
  const extra = [
    ['isoSpeed', 'float', float(800)],
    ['cameraCCTSetting', 'float', float(4300)],
    ['nominalFocalLength', 'float', float(50)],
    ['aperture', 'float', float(4)],
    ['lensModel', 'string', Buffer.from('Spar prime')],
  ] satisfies [string, string, Buffer][];
  const told = await put(
    'a.exr',
    plainExr(4, 4, () => 0.18, { extra }),
  );
  expect(told.record).toEqual({ ei: 800, balance: 4300, lens: 'Spar prime, 50 mm, f/4' });
  const wrong = plainExr(4, 4, () => 0.18, {
    extra: [
      ['isoSpeed', 'string', Buffer.from('fast')],
      ['aperture', 'float', float(NaN)],
      ['cameraCCTSetting', 'float', float(-3)],
      ['lensModel', 'float', float(1)],
    ],
  });
  expect((await put('b.exr', wrong)).record).toEqual({});
});

test('a DPX tells its slate (SMPTE ST 268-1, byte 1764); a field that was left undefined says nothing', async () => {
  const file = join(folder, 'a.dpx');
  execFileSync('ffmpeg', [
    ...['-v', 'error', '-f', 'lavfi', '-i', 'testsrc2=size=32x16:rate=1:duration=1', '-frames:v', '1'],
    ...['-pix_fmt', 'gbrp10be', file],
  ]);
  const bytes = readFileSync(file);
  expect((await put('b.dpx', bytes)).record).toEqual({});
  bytes.fill(0, 1764, 1864);
  bytes.write('14B take 3', 1764, 'latin1');
  expect((await put('c.dpx', bytes)).record).toEqual({ slate: '14B take 3' });
  bytes.fill(0xff, 1764, 1864);
  expect((await put('d.dpx', bytes)).record).toEqual({});
});
