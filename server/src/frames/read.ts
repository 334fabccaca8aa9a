import { closeSync, fstatSync, openSync, readSync } from 'node:fs';
import { open, readFile } from 'node:fs/promises';
import { bt709 } from '@velvet-dusk/core/colour/spaces/index';
import { parseDpx } from '@velvet-dusk/core/formats/dpx';
import { FormatError } from '@velvet-dusk/core/formats/error';
import { parseExr } from '@velvet-dusk/core/formats/exr/parse';
import { checkPng } from '@velvet-dusk/core/formats/png';
import type { DecodedFrame } from './frame.ts';
import { readRaster } from './raster.ts';
import { recordOfDpx, recordOfExif, recordOfExr } from './shotFacts.ts';

interface FrameFormat {
  id: string;
  /** Endings files of this kind usually have. */
  endings: readonly string[];
  /** First bytes of a file of this kind. */
  magics: readonly (readonly number[])[];
  read(path: string, file: string): Promise<DecodedFrame>;
}

/** Formats a frame can be read from. To add one: an object here and its test. */
const formats: readonly FrameFormat[] = [
  {
    id: 'png',
    endings: ['png'],
    magics: [[0x89, 0x50, 0x4e, 0x47]],
    async read(path, file) {
      // Says at which byte a PNG is broken, before its pixels are unpacked.
      checkPngFile(path, file);
      return readRaster(path, file);
    },
  },
  { id: 'jpeg', endings: ['jpg', 'jpeg'], magics: [[0xff, 0xd8, 0xff]], read: readRaster },
  {
    id: 'tiff',
    endings: ['tif', 'tiff'],
    magics: [
      [0x49, 0x49, 0x2a, 0],
      [0x4d, 0x4d, 0, 0x2a],
      [0x49, 0x49, 0x2b, 0],
      [0x4d, 0x4d, 0, 0x2b],
    ],
    async read(path, file) {
      const frame = await readRaster(path, file);
      // Its Exif directory may lie anywhere in the file; one that cannot be read says nothing.
      const bytes = await readFile(path).catch(() => undefined);
      return { ...frame, record: recordOfExif(bytes) };
    },
  },
  {
    id: 'exr',
    endings: ['exr'],
    magics: [[0x76, 0x2f, 0x31, 0x01]],
    async read(path, file) {
      const { width, height, rgb, space, shot } = parseExr(await readFile(path), file);
      const notes = space ? [] : ['It states no primaries: BT.709 is taken, as OpenEXR means.'];
      return {
        width,
        height,
        rgb,
        depth: 32,
        format: 'exr',
        scene: space ?? bt709,
        notes,
        record: recordOfExr(shot),
      };
    },
  },
  {
    id: 'dpx',
    endings: ['dpx'],
    magics: [
      [0x53, 0x44, 0x50, 0x58],
      [0x58, 0x50, 0x44, 0x53],
    ],
    async read(path, file) {
      const { slate, ...frame } = parseDpx(await readFile(path), file);
      return { ...frame, format: 'dpx', notes: [], record: recordOfDpx({ slate }) };
    },
  },
];

/** `checkPng` on a file that is not read whole: a large frame takes enough without it. */
function checkPngFile(path: string, file: string): void {
  const fd = openSync(path, 'r');
  try {
    const at = (start: number, count: number) => {
      const bytes = new Uint8Array(count);
      readSync(fd, bytes, 0, count, start);
      return bytes;
    };
    checkPng({ length: fstatSync(fd).size, at }, file);
  } finally {
    closeSync(fd);
  }
}

async function firstBytes(path: string): Promise<Uint8Array> {
  const file = await open(path);
  const { buffer, bytesRead } = await file.read(new Uint8Array(16), 0, 16, 0);
  await file.close();
  return buffer.subarray(0, bytesRead);
}

/** Is this a moving picture (ISO base media or its ancestor)? */
export const isClip = (head: Uint8Array) =>
  ['ftyp', 'moov', 'mdat', 'wide'].includes(String.fromCharCode(...head.subarray(4, 8)));

/** Reads a frame by what is in it, whatever its name says. Throws a FormatError. */
export async function readFrameFile(path: string, file: string): Promise<DecodedFrame> {
  const head = await firstBytes(path);
  const ending = /\.([^.]+)$/.exec(file)?.[1].toLowerCase() ?? '';
  const named = formats.find((f) => f.endings.includes(ending));
  const format = formats.find((f) => f.magics.some((m) => m.every((b, i) => head[i] === b)));
  if (isClip(head))
    throw new FormatError(file, 'byte 4', 'a clip, not a frame; drop it alone to pick frames from it');
  // Bytes of no format are given to no reader.
  if (!format && named) throw new FormatError(file, 'byte 0', `not a ${named.id.toUpperCase()}`);
  if (!format)
    throw new FormatError(
      file,
      'byte 0',
      `not a picture this program reads (${formats.map((f) => f.id).join(', ')})`,
    );
  const frame = await format.read(path, file);
  if (named && named !== format) frame.notes.push(`Named .${ending}, but it is ${format.id.toUpperCase()}.`);
  return frame;
}
