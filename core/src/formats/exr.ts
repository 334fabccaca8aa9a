import { EXRLoader } from 'three/examples/jsm/loaders/EXRLoader.js';
import { FloatType } from 'three';
import type { RgbSpace } from '../colour/rgbSpace.ts';
import { FormatError } from './error.ts';
import { largestFrame } from './png.ts';

/** A scene-linear picture: interleaved RGB, top row first. */
export interface SceneFrame {
  width: number;
  height: number;
  rgb: Float32Array;
  /** Primaries and white the file states; without them OpenEXR means BT.709. */
  space?: Pick<RgbSpace, 'primaries' | 'white'> | undefined;
}

const magic = [0x76, 0x2f, 0x31, 0x01];

/**
 * Finds the size a file announces before anything is unpacked, by its `dataWindow` attribute
 * (OpenEXR file layout: name, type, size, value). Undefined where the header is not read to its end.
 */
function announcedSize(bytes: Uint8Array): { width: number; height: number } | undefined {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let at = 8;
  const word = () => {
    const end = bytes.indexOf(0, at);
    if (end < 0) return undefined;
    const text = String.fromCharCode(...bytes.subarray(at, Math.min(end, at + 255)));
    at = end + 1;
    return text;
  };
  while (at + 8 < bytes.length && bytes[at] !== 0) {
    const name = word();
    if (word() === undefined || at + 4 > bytes.length) return undefined;
    const size = view.getInt32(at, true);
    at += 4;
    if (name === 'dataWindow' && at + 16 <= bytes.length) {
      const [x0, y0, x1, y1] = [0, 4, 8, 12].map((o) => view.getInt32(at + o, true));
      return { width: x1 - x0 + 1, height: y1 - y0 + 1 };
    }
    if (size < 0) return undefined;
    at += size;
  }
  return undefined;
}

interface Chromaticities {
  redX: number;
  redY: number;
  greenX: number;
  greenY: number;
  blueX: number;
  blueY: number;
  whiteX: number;
  whiteY: number;
}

const spaceOf = (c: Chromaticities | undefined): SceneFrame['space'] =>
  c && {
    primaries: { red: [c.redX, c.redY], green: [c.greenX, c.greenY], blue: [c.blueX, c.blueY] },
    white: [c.whiteX, c.whiteY],
  };

/** Reads an OpenEXR picture (half or float, RGB or RGBA). Throws a FormatError. @param file name used in errors. */
export function parseExr(bytes: Uint8Array, file: string): SceneFrame {
  if (magic.some((b, i) => bytes[i] !== b))
    throw new FormatError(file, 'byte 0', 'not an OpenEXR file: its magic number is missing');
  const size = announcedSize(bytes);
  if (size && !(size.width > 0 && size.height > 0 && size.width * size.height <= largestFrame))
    throw new FormatError(
      file,
      'dataWindow',
      `${size.width}×${size.height} is more than ${largestFrame} pixels`,
    );
  const loader = new EXRLoader();
  loader.setDataType(FloatType);
  const buffer = bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength);
  let exr: {
    width: number;
    height: number;
    data: Float32Array;
    header: { chromaticities?: Chromaticities };
  };
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
  return { width, height, rgb, space: spaceOf(exr.header.chromaticities) };
}
