import { readingDefinition } from '@velvet-dusk/core/readings/index';
import type { ReadingContext } from '@velvet-dusk/core/readings/reading';

/** The pixels a reading is taken from, 255 where it is; null for one that is of the look alone. */
export function whereMask(readingId: string, context: ReadingContext) {
  const where = readingDefinition(readingId).where?.(context);
  if (!where) return null;
  const { width, height } = context;
  const mask = new Uint8Array(width * height);
  for (let pixel = 0; pixel < mask.length; pixel++) mask[pixel] = where(pixel) ? 255 : 0;
  return { width, height, mask };
}
