import { type DecodedPng, decode, encode } from 'fast-png';
import { FormatError } from './error.ts';
import { sizeProblem } from './frameSize.ts';

/** A picture: interleaved RGB, `depth` bits really stored in the file. */
export interface Frame {
  width: number;
  height: number;
  /** Code values 0–1. */
  rgb: Float32Array;
  depth: number;
}

const signature = [137, 80, 78, 71, 13, 10, 26, 10];

/** The bytes of a file, wherever they lie. */
export interface ByteSource {
  length: number;
  /** `count` bytes from `start` on, which lie inside. */
  at(start: number, count: number): Uint8Array;
}
const sourceOf = (bytes: Uint8Array): ByteSource => ({
  length: bytes.length,
  at: (start, count) => bytes.subarray(start, start + count),
});

/**
 * Walks the chunks of a PNG and says what is wrong and where, before any of it is inflated.
 * Returns the size announced in its header. Throws a FormatError.
 */
export function checkPng(source: ByteSource, file: string): { width: number; height: number } {
  const fail = (place: string, problem: string): never => {
    throw new FormatError(file, place, problem);
  };
  const head = source.at(0, Math.min(signature.length, source.length));
  if (signature.some((b, i) => head[i] !== b)) fail('byte 0', 'not a PNG: its signature is missing');
  const u32 = (at: number) => {
    const bytes = source.at(at, 4);
    return new DataView(bytes.buffer, bytes.byteOffset).getUint32(0);
  };
  let size: { width: number; height: number } | undefined;
  for (let at = 8, n = 1; ; n++) {
    if (at + 12 > source.length)
      fail(`byte ${at}`, `truncated: the file ends before chunk ${n}, without IEND`);
    const length = u32(at);
    const type = String.fromCharCode(...source.at(at + 4, 4));
    if (at + 12 + length > source.length)
      fail(
        `byte ${source.length}`,
        `truncated: chunk ${n} (${type}) needs ${at + 12 + length - source.length} bytes more`,
      );
    if (n === 1) {
      if (type !== 'IHDR' || length !== 13) fail(`byte ${at}`, 'the first chunk is not IHDR');
      size = { width: u32(at + 8), height: u32(at + 12) };
      const problem = sizeProblem(size.width, size.height);
      if (problem) fail(`byte ${at + 8}`, problem);
    }
    if (type === 'IEND') return size!;
    at += 12 + length;
  }
}

/** Positions of R, G and B among a pixel's channels; grey feeds all three, alpha is left out. */
const channelMap: Record<number, readonly [number, number, number]> = {
  1: [0, 0, 0],
  2: [0, 0, 0],
  3: [0, 1, 2],
  4: [0, 1, 2],
};

/**
 * Reads a PNG of 8 or 16 bits (also 1–4 bits and palettes). Grey becomes RGB; alpha is left out.
 * @param file name used in errors. Throws a FormatError that says what is wrong and at which byte.
 */
export function parsePng(bytes: Uint8Array, file: string): Frame {
  checkPng(sourceOf(bytes), file);
  let png: DecodedPng;
  try {
    png = decode(bytes, { checkCrc: true });
  } catch (error) {
    throw new FormatError(file, 'pixel data', `damaged PNG: ${(error as Error).message}`);
  }
  const { width, height, data, depth } = png;
  const rgb = new Float32Array(width * height * 3);
  const [r, g, b] = channelMap[png.channels];
  const paletted = png.palette;
  const top = depth === 16 ? 65535 : paletted ? 255 : 2 ** depth - 1;
  const unpack = depth < 8 ? sampleReader(data as Uint8Array, width, depth) : undefined;
  for (let i = 0; i < width * height; i++) {
    const p = i * png.channels;
    if (paletted) {
      const colour = paletted[unpack ? unpack(i) : data[i]];
      if (!colour) throw new FormatError(file, `pixel ${i}`, 'its colour is not in the palette');
      rgb.set([colour[0] / top, colour[1] / top, colour[2] / top], i * 3);
    } else if (unpack) rgb.fill(unpack(i) / top, i * 3, i * 3 + 3);
    else {
      rgb[i * 3] = data[p + r] / top;
      rgb[i * 3 + 1] = data[p + g] / top;
      rgb[i * 3 + 2] = data[p + b] / top;
    }
  }
  return { width, height, rgb, depth };
}

/** Reads samples of 1, 2 or 4 bits, rows padded to whole bytes. */
function sampleReader(data: Uint8Array, width: number, depth: number): (i: number) => number {
  const perByte = 8 / depth;
  const rowBytes = Math.ceil(width / perByte);
  return (i) => {
    const x = i % width;
    const byte = data[Math.floor(i / width) * rowBytes + Math.floor(x / perByte)];
    return (byte >> (8 - depth - (x % perByte) * depth)) & (2 ** depth - 1);
  };
}

/** Code values 0–1 → 16-bit codes, rounded to nearest; out-of-range values are held. */
export function toUint16(rgb: Float32Array): Uint16Array {
  const out = new Uint16Array(rgb.length);
  for (let i = 0; i < rgb.length; i++) out[i] = Math.round(Math.min(Math.max(rgb[i], 0), 1) * 65535);
  return out;
}

/** 16-bit codes → code values 0–1. */
export function fromUint16(codes: Uint16Array): Float32Array {
  const rgb = new Float32Array(codes.length);
  for (let i = 0; i < rgb.length; i++) rgb[i] = codes[i] / 65535;
  return rgb;
}

/** Code values 0–1 → 8-bit codes, rounded to nearest; out-of-range values are held. */
export function toUint8(rgb: Float32Array): Uint8Array {
  const out = new Uint8Array(rgb.length);
  for (let i = 0; i < rgb.length; i++) out[i] = Math.round(Math.min(Math.max(rgb[i], 0), 1) * 255);
  return out;
}

/** Writes an 8-bit RGB PNG, for looking at. */
export function write8BitPng({ width, height, rgb }: Omit<Frame, 'depth'>): Uint8Array {
  return encode({ width, height, data: toUint8(rgb), depth: 8, channels: 3 });
}

/** Writes a 16-bit RGB PNG. */
export function writePng({ width, height, rgb }: Omit<Frame, 'depth'>): Uint8Array {
  return encode({ width, height, data: toUint16(rgb), depth: 16, channels: 3 });
}
