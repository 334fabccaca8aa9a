import { deltaE2000 } from '../colour/deltaE2000.ts';
import { displayToLab } from '../colour/displayLab.ts';
import { chromaOf } from '../colour/ycbcr.ts';
import { pixelsInAreas, type ReadingContext } from './reading.ts';

/** What a look does to something that is marked as neutral: a shirt, the whites of eyes, a wall. */
export interface MarkedNeutral {
  name: string;
  /** Of its pixels in the picture. */
  pixels: Uint32Array;
  /** ΔE2000 of its colour under the look from that without it, at one lightness: how light it is, is not its colour. */
  error: number;
  /** What the look adds to its Cb and Cr, shares of the signal. */
  cb: number;
  cr: number;
}

type Rgb = [number, number, number];

/** Mean of some pixels. */
function meanOf(values: Float32Array, pixels: ArrayLike<number>): Rgb {
  const sum: Rgb = [0, 0, 0];
  for (let i = 0; i < pixels.length; i++)
    for (let c = 0; c < 3; c++) sum[c] += values[pixels[i] * 3 + c] / pixels.length;
  return sum;
}

/** Every neutral that is marked, as the look leaves it. */
export function markedNeutrals(context: ReadingContext): MarkedNeutral[] {
  const { pipeline, scene, signal } = context;
  const { output, toSignal } = pipeline.rendering;
  const toLab = displayToLab(output.space, output.curve);
  return (context.marks.neutrals ?? []).flatMap(({ name, area }) => {
    const pixels = pixelsInAreas(context, [area]);
    if (pixels.length === 0) return [];
    const plain = new Float32Array(pixels.length * 3);
    pixels.forEach((pixel, i) => plain.set(scene.subarray(pixel * 3, pixel * 3 + 3), i * 3));
    pipeline.output(plain);
    const before = meanOf(plain.map(toSignal), Uint32Array.from(pixels.keys()));
    const after = meanOf(signal, pixels);
    const [, a, b] = toLab(...before);
    const shown = toLab(...after);
    const [cb, cr] = chromaOf(...after).map((v, i) => v - chromaOf(...before)[i]);
    return [{ name, pixels, error: deltaE2000([shown[0], a, b], shown), cb, cr }];
  });
}
