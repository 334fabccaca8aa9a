import { open, readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { largestFrame } from '@velvet-dusk/core/formats/frameSize';
import { type Frame, toUint16 } from '@velvet-dusk/core/formats/png';
import { parseRgb16, rgb16Head, rgb16Parts } from '@velvet-dusk/core/formats/rgb16';
import { readRaster, storedPng } from './raster.ts';

/**
 * Stored frames. They are kept as the bench gets them (core's `rgb16` format), so that nothing is packed or unpacked
 * between import and bench. Frames that an earlier release took in are PNGs of 16 bits.
 */

const pngMagic = [0x89, 0x50, 0x4e, 0x47];
/** Values turned into codes at a time: a large frame takes enough memory without a copy. */
const atATime = 3 << 20;

/** Writes a frame to a new file, and waits until it is on the disk. */
export async function writeStored(path: string, { width, height, rgb }: Omit<Frame, 'depth'>): Promise<void> {
  const file = await open(path, 'wx');
  try {
    await file.writeFile(rgb16Head(width, height));
    for (let at = 0; at < rgb.length; at += atATime) {
      const codes = toUint16(rgb.subarray(at, at + atATime));
      await file.writeFile(new Uint8Array(codes.buffer));
    }
    await file.sync();
  } finally {
    await file.close();
  }
}

/** Is it a file of codes, and not a PNG? Throws what the system says where it is missing. */
export async function isCodes(path: string): Promise<boolean> {
  const file = await open(path);
  try {
    const head = new Uint8Array(pngMagic.length);
    await file.read(head, 0, head.length, 0);
    return !pngMagic.every((byte, i) => head[i] === byte);
  } finally {
    await file.close();
  }
}

/** A stored frame. Throws a FormatError with `name` where it is damaged. */
export async function readStored(path: string, name: string): Promise<Frame> {
  if (!(await isCodes(path))) return readRaster(path, name);
  return parseRgb16(await bytesOf(path), name);
}

async function bytesOf(path: string): Promise<ArrayBuffer> {
  const { buffer, byteOffset, byteLength } = await readFile(path);
  return buffer.slice(byteOffset, byteOffset + byteLength) as ArrayBuffer;
}

/** A stored frame as a PNG of 16 bits; null where it is one already. */
export async function pngOfStored(path: string): Promise<Buffer | null> {
  return (await isCodes(path)) ? storedPng(ofCodes(await bytesOf(path))) : null;
}

/**
 * The codes of a stored frame, in parts to be written one after the other.
 * @param width pixels it is made smaller to, by the means of what falls together; as large as it is where none are said.
 */
export async function codesOfStored(path: string, width?: number): Promise<Uint8Array[]> {
  const picture = (await isCodes(path)) ? ofCodes(await bytesOf(path)) : sharp(path, limits);
  if (width) picture.resize({ width, kernel: 'linear', withoutEnlargement: true });
  const { data, info } = await picture
    .toColourspace('rgb16')
    .raw({ depth: 'ushort' })
    .toBuffer({ resolveWithObject: true });
  return [rgb16Head(info.width, info.height), data];
}

const limits = { limitInputPixels: largestFrame, ignoreIcc: true } as const;

function ofCodes(bytes: ArrayBuffer) {
  const { width, height, codes } = rgb16Parts(bytes, 'frame');
  return sharp(codes, { ...limits, raw: { width, height, channels: 3 } });
}
