import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import { beforeAll, describe, expect, test, vi } from 'vitest';
import { readClipFacts, readClipFrame } from './clip.ts';
import { encodePng } from './raster.ts';
import { readFrameFile } from './read.ts';

const folder = mkdtempSync(join(tmpdir(), 'dusk-frames-'));
const at = (name: string) => join(folder, name);
const ffmpeg = (...args: string[]) => execFileSync('ffmpeg', ['-v', 'error', '-y', ...args]);
const write = (name: string, data: string | Uint8Array) => (writeFileSync(at(name), data), at(name));

const source = ['-f', 'lavfi', '-i', 'testsrc2=size=94x46:rate=10:duration=1', '-frames:v', '1'];

/** The same picture as FFmpeg decodes it, as 16-bit codes; 8-bit files at 8 bits, which it does exactly. */
function theirs(file: string, depth: number): Uint16Array {
  const format = depth === 8 ? 'rgb24' : 'rgb48le';
  const raw = ffmpeg('-i', file, '-frames:v', '1', '-pix_fmt', format, '-f', 'rawvideo', '-');
  if (depth === 8) return Uint16Array.from(raw, (v) => v * 257);
  return new Uint16Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + raw.byteLength));
}
const worst = (ours: Float32Array, reference: Uint16Array) =>
  ours.reduce((w, v, i) => Math.max(w, Math.abs(v * 65535 - reference[i])), 0);

/** A float TIFF by hand (TIFF 6.0: one strip, IEEE samples), since no tool here writes one. */
function floatTiff(width: number, height: number, rgb: Float32Array): Buffer {
  const entries = [
    [256, 4, 1, width],
    [257, 4, 1, height],
    [258, 3, 3, 8 + 2 + 12 * 10 + 4],
    [259, 3, 1, 1],
    [262, 3, 1, 2],
    [273, 4, 1, 256],
    [277, 3, 1, 3],
    [278, 4, 1, height],
    [279, 4, 1, rgb.byteLength],
    [339, 3, 3, 8 + 2 + 12 * 10 + 4 + 6],
  ];
  const file = Buffer.alloc(256 + rgb.byteLength);
  file.write('II*\0', 'latin1');
  file.writeUInt32LE(8, 4);
  file.writeUInt16LE(entries.length, 8);
  entries.forEach(([tag, type, count, value], i) => {
    file.writeUInt16LE(tag, 10 + i * 12);
    file.writeUInt16LE(type, 12 + i * 12);
    file.writeUInt32LE(count, 14 + i * 12);
    file.writeUInt32LE(value, 18 + i * 12);
  });
  [32, 32, 32, 3, 3, 3].forEach((v, i) => file.writeUInt16LE(v, 8 + 2 + 12 * 10 + 4 + i * 2));
  Buffer.from(rgb.buffer).copy(file, 256);
  return file;
}

describe('frames FFmpeg wrote are read as FFmpeg reads them', () => {
  test.each([
    ['rgb.png', 'rgb24', 8],
    ['deep.png', 'rgb48be', 16],
    ['alpha.png', 'rgba64be', 16],
    ['grey.png', 'gray16be', 16],
    ['rgb.tif', 'rgb24', 8],
    ['deep.tif', 'rgb48le', 16],
    ['film.dpx', 'gbrp10be', 10],
    ['film12.dpx', 'gbrp12be', 12],
    ['film8.dpx', 'rgb24', 8],
    ['film16.dpx', 'rgb48be', 16],
  ])('%s (%s)', async (name, format, depth) => {
    ffmpeg(...source, '-pix_fmt', format, at(name));
    const frame = await readFrameFile(at(name), name);
    expect(frame).toMatchObject({ width: 94, height: 46, depth });
    expect(frame.scene).toBeUndefined();
    // FFmpeg brings 10 and 12 bits to 16 by shifting; a share of full scale differs by the bits it leaves at 0.
    const shifted = depth === 10 || depth === 12 ? 2 ** (16 - depth) : 1;
    expect(worst(frame.rgb, theirs(at(name), depth))).toBeLessThanOrEqual(shifted);
  });

  test('a JPEG, within its own rounding', async () => {
    ffmpeg(...source, '-pix_fmt', 'yuvj444p', '-q:v', '2', at('a.jpg'));
    const frame = await readFrameFile(at('a.jpg'), 'a.jpg');
    expect(frame).toMatchObject({ width: 94, height: 46, depth: 8, format: 'jpeg' });
    // BT.601 chroma as JFIF says: FFmpeg's own conversion and the library's may round two codes apart.
    const reference = theirs(at('a.jpg'), 8);
    const mean =
      frame.rgb.reduce((s, v, i) => s + Math.abs(v * 255 - reference[i] / 257), 0) / frame.rgb.length;
    expect(mean).toBeLessThan(1);
  });

  test.each(['gbrpf32le', 'gbrapf32le'])('an EXR of %s is light', async (format) => {
    ffmpeg(...source, '-vf', 'format=gbrpf32le', '-pix_fmt', format, at('a.exr'));
    const frame = await readFrameFile(at('a.exr'), 'a.exr');
    expect(frame).toMatchObject({ width: 94, height: 46, format: 'exr' });
    expect(frame.scene?.white).toEqual([0.3127, 0.329]);
    const raw = ffmpeg('-i', at('a.exr'), '-pix_fmt', 'gbrpf32le', '-f', 'rawvideo', '-');
    const planes = new Float32Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + raw.byteLength));
    const n = 94 * 46;
    const apart = frame.rgb.map((v, i) => Math.abs(v - planes[[2, 0, 1][i % 3] * n + Math.floor(i / 3)]));
    expect(Math.max(...apart)).toBeLessThan(1e-3);
  });
});

describe('what is not as it should be', () => {
  const png = () => readFileSync(at('deep.png'));
  const jpeg = () => readFileSync(at('a.jpg'));

  test('float TIFF is taken as light, and said so', async () => {
    const light = Float32Array.from({ length: 8 * 4 * 3 }, (_, i) => i / 20);
    write('float.tif', floatTiff(8, 4, light));
    const frame = await readFrameFile(at('float.tif'), 'float.tif');
    expect(frame).toMatchObject({ depth: 32, format: 'tiff' });
    expect(frame.scene).toBeDefined();
    frame.rgb.forEach((v, i) => expect(v).toBeCloseTo(light[i], 5));
    expect(frame.notes.join()).toMatch(/scene-linear/);
  });

  test('a wrong ending is read by what is in it, and said', async () => {
    const frame = await readFrameFile(write('really.png', jpeg()), 'really.png');
    expect(frame.format).toBe('jpeg');
    expect(frame.notes.join()).toMatch(/Named \.png, but it is JPEG/);
  });

  test('alpha is left out and said', async () => {
    expect((await readFrameFile(at('alpha.png'), 'alpha.png')).notes.join()).toMatch(
      /alpha channel was left out/,
    );
  });

  test('one pixel is a frame, and 8K too', async () => {
    const one = await encodePng({ width: 1, height: 1, rgb: Float32Array.from([0.1, 0.5, 1]) });
    const frame = await readFrameFile(write('one.png', one), 'one.png');
    expect(Array.from(frame.rgb, (v) => Math.round(v * 100))).toEqual([10, 50, 100]);
    await sharp({ create: { width: 7680, height: 4320, channels: 3, background: '#345' } })
      .png()
      .toFile(at('8k.png'));
    expect(await readFrameFile(at('8k.png'), '8k.png')).toMatchObject({ width: 7680, height: 4320 });
  });

  test('a picture that would unpack to more pixels than are read is refused before it is unpacked', async () => {
    await sharp({ create: { width: 9000, height: 8000, channels: 3, background: '#000' } })
      .png()
      .toFile(at('bomb.png'));
    await expect(readFrameFile(at('bomb.png'), 'bomb.png')).rejects.toThrow(
      /bomb\.png: byte 16: 9000×8000 is more than/,
    );
    await sharp({ create: { width: 9000, height: 8000, channels: 3, background: '#000' } })
      .tiff({ compression: 'lzw' })
      .toFile(at('bomb.tif'));
    await expect(readFrameFile(at('bomb.tif'), 'bomb.tif')).rejects.toThrow(/bomb\.tif: size: more than/);
  });

  test.each<[string, () => Uint8Array | Promise<Uint8Array>, RegExp]>([
    [
      'cmyk.jpg',
      () => sharp(at('rgb.png')).toColourspace('cmyk').jpeg().toBuffer(),
      /cmyk\.jpg: colour: a CMYK picture/,
    ],
    ['cut.png', () => png().subarray(0, 900), /cut\.png: byte 900: truncated/],
    ['cut.jpg', () => jpeg().subarray(0, 2000), /cut\.jpg: picture data: damaged or truncated/],
    ['cut.tif', () => readFileSync(at('deep.tif')).subarray(0, 3000), /cut\.tif: picture data/],
    [
      'cut.dpx',
      () => readFileSync(at('film.dpx')).subarray(0, 9000),
      /cut\.dpx: byte 9000: truncated: \d+ bytes are missing/,
    ],
    ['cut.exr', () => readFileSync(at('a.exr')).subarray(0, 3000), /cut\.exr: .*OpenEXR/],
    ['text.png', () => Buffer.from('not a picture'), /text\.png: byte 0: not a PNG/],
    ['text.dpx', () => Buffer.from('not a picture'), /text\.dpx: byte 0: not a DPX/],
    [
      'what.xyz',
      () => Buffer.from('nothing known'),
      /what\.xyz: byte 0: not a picture this program reads \(png, jpeg/,
    ],
  ])('%s is refused by name and place', async (name, bytes, message) => {
    await expect(readFrameFile(write(name, await bytes()), name)).rejects.toThrow(message);
  });
});

describe('clips', () => {
  const size = { width: 96, height: 64 };
  beforeAll(() => {
    // Lossless ten-bit video in narrow range, as a camera writes it but without its compression.
    const codec = ['-c:v', 'ffv1', '-pix_fmt', 'yuv444p10le', '-color_range', 'tv', '-colorspace', 'bt709'];
    const scale = 'scale=out_color_matrix=bt709:out_range=tv:flags=accurate_rnd+full_chroma_int';
    ffmpeg(
      '-f',
      'lavfi',
      '-i',
      'testsrc2=size=96x64:rate=10:duration=2',
      '-vf',
      scale,
      ...codec,
      at('clip.mov'),
    );
  });

  test('a call that hangs is ended after half a minute, and said to be', async () => {
    const pid = at('hanging.pid');
    writeFileSync(at('hangs'), `#!/bin/sh\necho $$ > ${pid}.part\nmv ${pid}.part ${pid}\nexec sleep 600\n`, {
      mode: 0o755,
    });
    vi.stubEnv('DUSK_FFPROBE', at('hangs'));
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    try {
      const answer = expect(readClipFacts(at('clip.mov'), 'clip.mov')).rejects.toThrow(
        'clip.mov: clip: cannot be opened: it took longer than 30 s',
      );
      while (!existsSync(pid)) await new Promise((done) => setImmediate(done));
      vi.advanceTimersByTime(29_000);
      const number = readFileSync(pid, 'utf8').trim();
      expect(existsSync(`/proc/${number}`)).toBe(true);
      vi.advanceTimersByTime(1000);
      await answer;
      while (existsSync(`/proc/${number}`)) await new Promise((done) => setImmediate(done));
    } finally {
      vi.useRealTimers();
      vi.unstubAllEnvs();
    }
  });

  test('says what it is', async () => {
    expect(await readClipFacts(at('clip.mov'), 'clip.mov')).toEqual({
      ...size,
      duration: 2,
      rate: 10,
      depth: 10,
      range: 'narrow',
      codec: 'ffv1',
    });
  });

  test('a frame keeps its depth and range: zimg’s RGB, moved into narrow range, within a twentieth of a 10-bit code', async () => {
    const frame = await readClipFrame(at('clip.mov'), 'clip.mov', 1);
    expect(frame).toMatchObject({ ...size, depth: 10, format: 'clip' });
    // FFmpeg's own scaler is some three codes coarse here; its zimg filter is exact.
    const filter = 'zscale=matrixin=709:matrix=gbr:rangein=limited:range=full,format=gbrp16le';
    const raw = ffmpeg(
      '-ss',
      '1',
      '-i',
      at('clip.mov'),
      '-frames:v',
      '1',
      '-vf',
      filter,
      '-f',
      'rawvideo',
      '-',
    );
    const planes = new Uint16Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + raw.byteLength));
    const n = size.width * size.height;
    let apart = 0;
    frame.rgb.forEach((v, i) => {
      const full = planes[[2, 0, 1][i % 3] * n + Math.floor(i / 3)] / 65535;
      if (full > 0.001 && full < 0.999) apart = Math.max(apart, Math.abs(v * 1023 - (64 + 876 * full)));
    });
    expect(apart).toBeLessThan(0.05);
  });

  test('a time behind its end, and a file that is no clip, are refused', async () => {
    await expect(readClipFrame(at('clip.mov'), 'clip.mov', 30)).rejects.toThrow(
      /clip\.mov: 30 s: there is no frame/,
    );
    await expect(readClipFacts(write('no.mov', 'nothing'), 'no.mov')).rejects.toThrow(
      /no\.mov: byte 0: not a clip this program opens/,
    );
    await expect(readFrameFile(at('clip.mov'), 'clip.mov')).rejects.toThrow(/a clip, not a frame/);
  });

  test('without FFmpeg it is said plainly', () => {
    const script = `import('${fileURLToPath(new URL('./clip.ts', import.meta.url))}').then((c) => c.readClipFacts('${at('clip.mov')}', 'x.mov')).catch((e) => console.log(e.name + ': ' + e.message))`;
    const env = { ...process.env, DUSK_FFPROBE: '/nowhere/ffprobe' };
    const done = spawnSync(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', script], {
      env,
      encoding: 'utf8',
    });
    expect(done.stdout).toMatch(/NoFfmpeg: FFmpeg is not on this machine, so clips cannot be opened/);
  });
});
