import { FormatError } from './error.ts';
import { type Frame, fromUint16, toUint16 } from './png.ts';

/**
 * Frames as they are stored and go to the bench, with nothing to unpack: width and height as 32-bit numbers, then 16-bit codes,
 * interleaved RGB; all little-endian, as every machine here is.
 */
const headBytes = 8;
const bytesPerPixel = 6;

/** What goes in front of the codes. */
export const rgb16Head = (width: number, height: number): Uint8Array =>
  new Uint8Array(Uint32Array.of(width, height).buffer);

/** A frame in one piece. */
export function writeRgb16({ width, height, rgb }: Omit<Frame, 'depth'>): Uint8Array {
  const bytes = new Uint8Array(headBytes + rgb.length * 2);
  bytes.set(rgb16Head(width, height));
  new Uint16Array(bytes.buffer, headBytes).set(toUint16(rgb));
  return bytes;
}

/**
 * Size and codes, as they lie in the file. @param file name used in errors. Throws a FormatError where the length is not that
 * of the size it announces.
 */
export function rgb16Parts(
  bytes: ArrayBuffer,
  file: string,
): { width: number; height: number; codes: Uint16Array } {
  if (bytes.byteLength < headBytes)
    throw new FormatError(file, `byte ${bytes.byteLength}`, 'it ends before its size');
  const [width, height] = new Uint32Array(bytes, 0, 2);
  const needed = headBytes + width * height * bytesPerPixel;
  if (bytes.byteLength !== needed)
    throw new FormatError(
      file,
      `byte ${bytes.byteLength}`,
      `${width}×${height} takes ${needed} bytes, not ${bytes.byteLength}`,
    );
  return { width, height, codes: new Uint16Array(bytes, headBytes) };
}

/** A frame as shares of full scale. Throws as `rgb16Parts` does. */
export function parseRgb16(bytes: ArrayBuffer, file: string): Frame {
  const { width, height, codes } = rgb16Parts(bytes, file);
  return { width, height, rgb: fromUint16(codes), depth: 16 };
}
