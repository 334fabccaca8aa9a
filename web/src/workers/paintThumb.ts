import type { ShownLook } from '@velvet-dusk/core/look/shown';
import type { Verdict } from '@velvet-dusk/core/numeric/verdict';
import type { PracticeSettings } from '@velvet-dusk/core/readings/practice';
import type { AnalysedView, PlateOrder } from './develop.ts';
import { analysisEngine } from './index.ts';

/** Plates painted in the analysis worker, as bitmaps that can be shown at any size. */

export interface LiveThumb {
  bitmap: ImageBitmap;
  verdict: Verdict;
  /** Labels of readings whose misses are accepted. */
  accepted: string[];
}

/** A plate in a view. */
export const paintThumb = async (
  look: ShownLook,
  plate: PlateOrder,
  practice: PracticeSettings,
  view: AnalysedView = 'look',
): Promise<ImageBitmap> => createImageBitmap(await analysisEngine.picture({ look, practice, view }, plate));

/** A plate under a look, and whether its readings hold. */
export async function paintJudged(
  look: ShownLook,
  plate: PlateOrder,
  practice: PracticeSettings,
): Promise<LiveThumb> {
  const { image, ...judged } = await analysisEngine.judged({ look, practice }, plate);
  return { bitmap: await createImageBitmap(image), ...judged };
}
