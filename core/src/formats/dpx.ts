import { FormatError } from './error.ts';
import { sizeProblem } from './frameSize.ts';
import type { Frame } from './png.ts';

/** Places in the header, SMPTE ST 268-1: bytes from the start of the file. */
const at = {
  imageOffset: 4,
  elements: 770,
  width: 772,
  height: 776,
  descriptor: 800,
  bitSize: 803,
  packing: 804,
  encoding: 806,
  dataOffset: 808,
  slate: 1764,
};
const slateLength = 100;
const headerSize = 2048;
const rgbDescriptor = 50;

/**
 * Reads a DPX picture (SMPTE ST 268-1): one RGB element of 8, 10 (filled, method A or B), 12 (filled, method A) or
 * 16 bits, not run-length coded. Throws a FormatError.
 */
export function parseDpx(bytes: Uint8Array, file: string): Frame & { slate: string } {
  const fail = (place: string, problem: string): never => {
    throw new FormatError(file, place, problem);
  };
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const magic = bytes.length >= 4 ? view.getUint32(0) : 0;
  if (magic !== 0x53445058 && magic !== 0x58504453)
    fail('byte 0', 'not a DPX file: its magic number is missing');
  if (bytes.length < headerSize)
    fail(`byte ${bytes.length}`, `truncated: the header has ${headerSize} bytes`);
  const little = magic === 0x58504453;
  const u16 = (p: number) => view.getUint16(p, little);
  const u32 = (p: number) => view.getUint32(p, little);
  const [width, height] = [u32(at.width), u32(at.height)];
  const problem = sizeProblem(width, height);
  if (problem) fail(`byte ${at.width}`, problem);
  if (u16(at.elements) !== 1 || bytes[at.descriptor] !== rgbDescriptor)
    fail(
      `byte ${at.descriptor}`,
      `one RGB element (descriptor ${rgbDescriptor}) is read, found ${bytes[at.descriptor]}`,
    );
  if (u16(at.encoding) === 1) fail(`byte ${at.encoding}`, 'run-length coding is not read');
  const [depth, packing] = [bytes[at.bitSize], u16(at.packing)];
  const offset = u32(at.dataOffset) || u32(at.imageOffset);
  const sample = sampleReader(view, { depth, packing, offset, width, little });
  if (!sample) return fail(`byte ${at.bitSize}`, `${depth} bits with packing ${packing} are not read`);
  const needed = offset + sample.rowBytes * height;
  if (bytes.length < needed)
    fail(`byte ${bytes.length}`, `truncated: ${needed - bytes.length} bytes are missing`);
  const rgb = new Float32Array(width * height * 3);
  const top = 2 ** depth - 1;
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width * 3; x++, i++) rgb[i] = sample.read(y, x) / top;
  return { width, height, rgb, depth, slate: readText(bytes, at.slate, slateLength) };
}

/** A text of the header: up to its first zero byte; undefined fields are all ones, and are no text. */
function readText(bytes: Uint8Array, start: number, length: number): string {
  const field = bytes.subarray(start, start + length);
  const end = field.indexOf(0);
  const text = field.subarray(0, end < 0 ? length : end);
  return text.every((b) => b >= 32 && b < 127) ? String.fromCharCode(...text).trim() : '';
}

interface Layout {
  depth: number;
  packing: number;
  offset: number;
  width: number;
  little: boolean;
}

/** Reads sample x of row y (three to a pixel); undefined for a packing that is not read. */
function sampleReader(view: DataView, { depth, packing, offset, width, little }: Layout) {
  const samples = width * 3;
  const padded = (bytes: number) => Math.ceil(bytes / 4) * 4;
  switch (depth) {
    case 8: {
      const rowBytes = padded(samples);
      return { rowBytes, read: (y: number, x: number) => view.getUint8(offset + y * rowBytes + x) };
    }
    case 10: {
      if (packing !== 1 && packing !== 2) return undefined;
      const rowBytes = width * 4;
      const low = packing === 1 ? 2 : 0;
      return {
        rowBytes,
        read(y: number, x: number) {
          const word = view.getUint32(offset + y * rowBytes + Math.floor(x / 3) * 4, little);
          return (word >>> (low + 20 - 10 * (x % 3))) & 1023;
        },
      };
    }
    case 12:
    case 16: {
      if (depth === 12 && packing !== 1) return undefined;
      const rowBytes = padded(samples * 2);
      const shift = depth === 12 ? 4 : 0;
      return {
        rowBytes,
        read: (y: number, x: number) => view.getUint16(offset + y * rowBytes + x * 2, little) >> shift,
      };
    }
    default:
      return undefined;
  }
}
