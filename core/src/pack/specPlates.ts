import { type Frame, writePng } from '../formats/png.ts';
import { base64 } from '../numeric/base64.ts';
import type { SpecPlate } from './spec.ts';

/** Pixels across a plate in a spec: enough for a card and a proof, and no burden to carry. */
const width = 400;

/** The mean of the pixels that fall on each of fewer. */
function shrunk({ width: w, height: h, rgb }: Omit<Frame, 'depth'>): Omit<Frame, 'depth'> {
  if (w <= width) return { width: w, height: h, rgb };
  const height = Math.max(1, Math.round((h * width) / w));
  const out = new Float32Array(width * height * 3);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [x0, x1] = [
        Math.floor((x * w) / width),
        Math.max(Math.floor(((x + 1) * w) / width), Math.floor((x * w) / width) + 1),
      ];
      const [y0, y1] = [
        Math.floor((y * h) / height),
        Math.max(Math.floor(((y + 1) * h) / height), Math.floor((y * h) / height) + 1),
      ];
      const count = (x1 - x0) * (y1 - y0);
      for (let c = 0; c < 3; c++) {
        let sum = 0;
        for (let v = y0; v < y1; v++) for (let u = x0; u < x1; u++) sum += rgb[(v * w + u) * 3 + c];
        out[(y * width + x) * 3 + c] = sum / count;
      }
    }
  return { width, height, rgb: out };
}

/** A recorded frame as a spec carries it: small, 16 bit. */
export const frameToPlate = (frame: Omit<Frame, 'depth'>, plate: Omit<SpecPlate, 'png'>): SpecPlate => ({
  ...plate,
  png: base64(writePng(shrunk(frame))),
});
