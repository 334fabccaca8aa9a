import sharp, { type Metadata, type Sharp } from 'sharp';
import { bt709 } from '@velvet-dusk/core/colour/spaces/index';
import { FormatError } from '@velvet-dusk/core/formats/error';
import { largestFrame, sizeProblem } from '@velvet-dusk/core/formats/frameSize';
import { toUint16 } from '@velvet-dusk/core/formats/png';
import type { DecodedFrame } from './frame.ts';
import { recordOfExif } from './shotFacts.ts';

// One picture at a time, and nothing kept: memory is for the frame in hand.
sharp.cache(false);
sharp.concurrency(1);
// The library's other readers never see a byte of what somebody brought.
sharp.block({ operation: ['VipsForeignLoad'] });
sharp.unblock({
  operation: ['VipsForeignLoadPngFile', 'VipsForeignLoadJpegFile', 'VipsForeignLoadTiffFile'],
});
/** Seconds a picture may take. */
const longest = 30;

const bits: Record<string, number> = { uchar: 8, ushort: 16, float: 32 };

function refuse(file: string, meta: Metadata): void {
  if (meta.space === 'cmyk')
    throw new FormatError(file, 'colour', 'a CMYK picture is made for print; save it as RGB');
  if ((meta.pages ?? 1) > 1)
    throw new FormatError(file, 'pages', `a file of ${meta.pages} pictures; save the one that is meant`);
  if (!bits[meta.depth ?? ''])
    throw new FormatError(
      file,
      'depth',
      `samples of kind ${meta.depth} are not read; 8 or 16 bits or float are`,
    );
}

function notesOf(meta: Metadata): string[] {
  const notes: string[] = [];
  if (meta.hasAlpha) notes.push('Its alpha channel was left out.');
  if (meta.icc)
    notes.push('Its embedded colour profile was not applied: code values are taken as they stand.');
  if (meta.orientation && meta.orientation > 1) notes.push('It was turned upright as its orientation says.');
  return notes;
}

/** Reads PNG, TIFF or JPEG at full depth. Throws a FormatError. Float samples are light. */
export async function readRaster(path: string, file: string): Promise<DecodedFrame> {
  try {
    const picture = () =>
      sharp(path, {
        limitInputPixels: largestFrame,
        ignoreIcc: true,
        failOn: 'warning',
        sequentialRead: true,
      }).timeout({ seconds: longest });
    const meta = await picture().metadata();
    const problem = sizeProblem(meta.width, meta.height);
    if (problem) throw new FormatError(file, 'size', problem);
    refuse(file, meta);
    const depth = bits[meta.depth!];
    const space = depth === 8 ? 'srgb' : depth === 16 ? 'rgb16' : 'scrgb';
    const { data, info } = await picture()
      .autoOrient()
      .removeAlpha()
      .toColourspace(space)
      .raw({ depth: 'float' })
      .toBuffer({ resolveWithObject: true });
    const { width, height, channels } = info;
    const rgb = toShares(data, depth, width * height, channels);
    const notes = notesOf(meta);
    if (depth === 32) notes.push('Float samples are taken as scene-linear light in BT.709 primaries.');
    const scene = depth === 32 ? { scene: bt709 } : {};
    return {
      width,
      height,
      rgb,
      depth,
      format: meta.format!,
      notes,
      record: recordOfExif(meta.exif),
      ...scene,
    };
  } catch (error) {
    if (error instanceof FormatError) throw error;
    const message = (error as Error).message.replace(/\s+/g, ' ').replaceAll(path, file);
    const tooLarge = /exceeds pixel limit/.test(message);
    throw new FormatError(
      file,
      tooLarge ? 'size' : 'picture data',
      tooLarge ? `more than ${largestFrame} pixels` : `damaged or truncated: ${message}`,
    );
  }
}

/** Samples as shares of full scale, three to a pixel; where there are three they are changed where they lie. */
function toShares(data: Buffer, depth: number, pixels: number, channels: number): Float32Array {
  const samples = new Float32Array(data.buffer, data.byteOffset, data.byteLength / 4);
  const top = depth === 32 ? 1 : 2 ** depth - 1;
  const rgb = channels === 3 ? samples : new Float32Array(pixels * 3);
  const [g, b] = channels >= 3 ? [1, 2] : [0, 0];
  for (let i = 0, p = 0; i < rgb.length; i += 3, p += channels) {
    const [red, green, blue] = [samples[p], samples[p + g], samples[p + b]];
    rgb[i] = red / top;
    rgb[i + 1] = green / top;
    rgb[i + 2] = blue / top;
  }
  return rgb;
}

/** Small enough, and quick. */
const compressionLevel = 3;

/** Code values 0–1 as a 16-bit RGB PNG. */
export async function encodePng(frame: {
  width: number;
  height: number;
  rgb: Float32Array;
}): Promise<Buffer> {
  const { width, height } = frame;
  return storedPng(
    sharp(toUint16(frame.rgb), { raw: { width, height, channels: 3 }, limitInputPixels: largestFrame }),
  );
}

/** A picture of codes as a PNG of 16 bits. */
export const storedPng = (picture: Sharp): Promise<Buffer> =>
  picture.toColourspace('rgb16').png({ compressionLevel }).toBuffer();
