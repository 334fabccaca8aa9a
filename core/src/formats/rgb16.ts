import { FormatError } from './error.ts';
import type { Frame } from './png.ts';

/**
 * Frames between the server and the bench, with nothing to unpack: width and height as 32-bit numbers, then 16-bit codes,
 * interleaved RGB; all little-endian, as every machine here is.
 */
const headBytes = 8;
const bytesPerPixel = 6;
const top = 65535;

/** What goes in front of the codes. */
export const rgb16Head = (width: number, height: number): Uint8Array =>
  new Uint8Array(Uint32Array.of(width, height).buffer);

/** @param file name used in errors. Throws a FormatError where the length is not that of the size it announces. */
export function parseRgb16(bytes: ArrayBuffer, file: string): Frame {
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
  const codes = new Uint16Array(bytes, headBytes);
  const rgb = new Float32Array(codes.length);
  for (let i = 0; i < rgb.length; i++) rgb[i] = codes[i] / top;
  return { width, height, rgb, depth: 16 };
}
