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

/** A rectangle of pixels, both ends inside. */
interface Window {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}
const widthOf = (w: Window) => w.x1 - w.x0 + 1;
const heightOf = (w: Window) => w.y1 - w.y0 + 1;
type Windows = { dataWindow?: Window; displayWindow?: Window };

/**
 * Finds the windows a file announces before anything is unpacked (OpenEXR file layout: name, type, size, value). What a
 * header that breaks off does not say is missing.
 */
function announcedWindows(bytes: Uint8Array): Windows {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const found: Windows = {};
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
    if (word() === undefined || at + 4 > bytes.length) return found;
    const size = view.getInt32(at, true);
    at += 4;
    if ((name === 'dataWindow' || name === 'displayWindow') && at + 16 <= bytes.length) {
      const [x0, y0, x1, y1] = [0, 4, 8, 12].map((o) => view.getInt32(at + o, true));
      found[name] = { x0, y0, x1, y1 };
    }
    if (size < 0) return found;
    at += size;
  }
  return found;
}

/** Refuses what is too large, and a picture of which only a part was written. */
function checkWindows({ dataWindow: data, displayWindow: display }: Windows, file: string): void {
  if (!data) return;
  const [width, height] = [widthOf(data), heightOf(data)];
  if (!(width > 0 && height > 0 && width * height <= largestFrame))
    throw new FormatError(file, 'dataWindow', `${width}×${height} is more than ${largestFrame} pixels`);
  if (!display) return;
  if (data.x0 > display.x0 || data.y0 > display.y0 || data.x1 < display.x1 || data.y1 < display.y1)
    throw new FormatError(
      file,
      'dataWindow',
      `only ${width}×${height} of the picture's ${widthOf(display)}×${heightOf(display)} pixels are in the file: it was cropped`,
    );
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

/**
 * Reads an OpenEXR picture (half or float, RGB or RGBA): what its display window shows. Throws a FormatError, also for a
 * cropped picture and for pixels that are not finite. @param file name used in errors.
 */
export function parseExr(bytes: Uint8Array, file: string): SceneFrame {
  if (magic.some((b, i) => bytes[i] !== b))
    throw new FormatError(file, 'byte 0', 'not an OpenEXR file: its magic number is missing');
  const windows = announcedWindows(bytes);
  checkWindows(windows, file);
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
  const dataWindow = windows.dataWindow ?? { x0: 0, y0: 0, x1: width - 1, y1: height - 1 };
  const shown = windows.displayWindow ?? dataWindow;
  // What lies outside the display window is overscan, and no part of the picture.
  const [left, top] = [shown.x0 - dataWindow.x0, shown.y0 - dataWindow.y0];
  const size = { width: widthOf(shown), height: heightOf(shown) };
  const rgb = new Float32Array(size.width * size.height * 3);
  for (let y = 0; y < size.height; y++)
    for (let x = 0; x < size.width; x++) {
      // The loader gives the bottom row first.
      const from = ((height - 1 - (y + top)) * width + x + left) * channels;
      const to = (y * size.width + x) * 3;
      for (let c = 0; c < 3; c++) rgb[to + c] = data[from + c];
    }
  refuseWild(rgb, size.width, file);
  return { ...size, rgb, space: spaceOf(exr.header.chromaticities) };
}

/** A pixel that is no number, or has no end, would spread through every blur and mean. */
function refuseWild(rgb: Float32Array, width: number, file: string): void {
  const first = rgb.findIndex((v) => !Number.isFinite(v));
  if (first < 0) return;
  const count = rgb.reduce((n, v) => n + (Number.isFinite(v) ? 0 : 1), 0);
  const pixel = Math.floor(first / 3);
  const where = `pixel ${pixel % width}, ${Math.floor(pixel / width)}, channel ${'RGB'[first % 3]}`;
  throw new FormatError(file, where, `${count} value${count === 1 ? ' is' : 's are'} not a finite number`);
}
