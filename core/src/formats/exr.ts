import { EXRLoader } from 'three/examples/jsm/loaders/EXRLoader.js';
import { FloatType } from 'three';
import { FormatError } from './error.ts';

/** A scene-linear picture: interleaved RGB, top row first. */
export interface SceneFrame {
  width: number;
  height: number;
  rgb: Float32Array;
}

const magic = [0x76, 0x2f, 0x31, 0x01];

/** Reads an OpenEXR picture (half or float, RGB or RGBA). Throws a FormatError. @param file name used in errors. */
export function parseExr(bytes: Uint8Array, file: string): SceneFrame {
  if (magic.some((b, i) => bytes[i] !== b))
    throw new FormatError(file, 'byte 0', 'not an OpenEXR file: its magic number is missing');
  const loader = new EXRLoader();
  loader.setDataType(FloatType);
  const buffer = bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength);
  let exr: { width: number; height: number; data: Float32Array };
  try {
    exr = loader.parse(buffer as ArrayBuffer) as unknown as typeof exr;
  } catch (error) {
    throw new FormatError(
      file,
      'picture data',
      `damaged or unsupported OpenEXR: ${(error as Error).message}`,
    );
  }
  const { width, height, data } = exr;
  const channels = data.length / (width * height);
  if (channels !== 4 && channels !== 3)
    throw new FormatError(file, 'channel list', `expected R, G and B, found ${channels} channel(s)`);
  const rgb = new Float32Array(width * height * 3);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      // The loader gives the bottom row first.
      const from = ((height - 1 - y) * width + x) * channels;
      const to = (y * width + x) * 3;
      for (let c = 0; c < 3; c++) rgb[to + c] = data[from + c];
    }
  return { width, height, rgb };
}
