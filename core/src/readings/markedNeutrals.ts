import { deltaE2000 } from '../colour/deltaE2000.ts';
import { displayToLab } from '../colour/displayLab.ts';
import { chromaOf } from '../colour/ycbcr.ts';
import type { NamedArea } from '../recording/areas.ts';
import { meanRgb, pixelsOf, signalWithoutLook } from './pixels.ts';
import { pixelsInAreas, type ReadingContext } from './reading.ts';

/** What a look does to something that is marked as neutral: a shirt, the whites of eyes, a wall. */
export interface MarkedNeutral {
  mark: NamedArea;
  /** Those of the picture that it is. */
  pixels: Uint32Array;
  /** ΔE2000 of its colour under the look from that without it, at one lightness: how light it is, is not its colour. */
  error: number;
  /** What the look adds to its Cb and Cr, shares of the signal. */
  cb: number;
  cr: number;
}

/** Every neutral that is marked and has a pixel in the picture, as the look leaves it. */
export function markedNeutrals(context: ReadingContext): MarkedNeutral[] {
  const { output } = context.pipeline.rendering;
  const toLab = displayToLab(output.space, output.curve);
  return (context.marks.neutrals ?? []).flatMap((mark) => {
    const pixels = pixelsInAreas(context, [mark.area]);
    if (pixels.length === 0) return [];
    const before = meanRgb(signalWithoutLook(context, pixels));
    const after = meanRgb(pixelsOf(context.signal, pixels));
    const [, a, b] = toLab(...before);
    const shown = toLab(...after);
    const plain = chromaOf(...before);
    const [cb, cr] = chromaOf(...after).map((v, i) => v - plain[i]);
    return [{ mark, pixels, error: deltaE2000([shown[0], a, b], shown), cb, cr }];
  });
}
