import { EXRLoader } from 'three/examples/jsm/loaders/EXRLoader.js';
import { FloatType } from 'three';
import type { RgbSpace } from '../../colour/rgbSpace.ts';
import { FormatError } from '../error.ts';
import { inOrder } from './blocks.ts';
import { type ExrHeader, type ExrShot, heightOf, readHeader, widthOf } from './header.ts';

/** A scene-linear picture: interleaved RGB, top row first. */
export interface SceneFrame {
  width: number;
  height: number;
  rgb: Float32Array;
  /** Primaries and white the file states; without them OpenEXR means BT.709. */
  space?: Pick<RgbSpace, 'primaries' | 'white'> | undefined;
  /** What its header says of how it was shot. */
  shot: ExrShot;
}

const magic = [0x76, 0x2f, 0x31, 0x01];

/** Refuses a picture of which only a part was written. */
function refuseCropped({ dataWindow: data, displayWindow: display }: ExrHeader, file: string): void {
  if (data.x0 > display.x0 || data.y0 > display.y0 || data.x1 < display.x1 || data.y1 < display.y1)
    throw new FormatError(
      file,
      'dataWindow',
      `only ${widthOf(data)}×${heightOf(data)} of the picture's ${widthOf(display)}×${heightOf(display)} pixels are in the file: it was cropped`,
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
  const header = readHeader(bytes, file);
  refuseCropped(header, file);
  const checked = inOrder(bytes, header, file);
  const loader = new EXRLoader();
  loader.setDataType(FloatType);
  let exr: {
    width: number;
    height: number;
    data: Float32Array;
    header: { chromaticities?: Chromaticities };
  };
  try {
    exr = loader.parse(checked.buffer) as unknown as typeof exr;
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
  const { dataWindow, displayWindow: shown } = header;
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
  return { ...size, rgb, space: spaceOf(exr.header.chromaticities), shot: header.shot };
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
