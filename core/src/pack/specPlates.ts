import { shrink } from '../formats/frameScale.ts';
import { type Frame, writePng } from '../formats/png.ts';
import { base64 } from '../numeric/base64.ts';
import type { SpecPlate } from './spec.ts';

/** Pixels across a plate in a spec: enough for a card and a proof, and no burden to carry. */
const width = 400;

/** A frame as large as a spec carries it. */
export function smallFrame({ width: w, height: h, rgb }: Omit<Frame, 'depth'>): Omit<Frame, 'depth'> {
  if (w <= width) return { width: w, height: h, rgb };
  const height = Math.max(1, Math.round((h * width) / w));
  return { width, height, rgb: shrink(rgb, w, h, width, height) };
}

/** A recorded frame as a spec carries it: small, 16 bit. */
export const frameToPlate = (frame: Omit<Frame, 'depth'>, plate: Omit<SpecPlate, 'png'>): SpecPlate => ({
  ...plate,
  png: base64(writePng(smallFrame(frame))),
});
