import type { ShownLook } from '@velvet-dusk/core/look/shown';
import type { Verdict } from '@velvet-dusk/core/numeric/verdict';
import type { PracticeSettings } from '@velvet-dusk/core/readings/practice';
import type { AnalysedView, PlateOrder } from './develop.ts';
import { analysisEngine } from './index.ts';

export interface LiveThumb {
  bitmap: ImageBitmap;
  verdict: Verdict;
}

/** A plate through a look, painted and judged in the analysis worker, as a bitmap that can be shown at any size. */
export async function paintThumb(
  look: ShownLook,
  plate: PlateOrder,
  practice: PracticeSettings,
  view?: AnalysedView,
): Promise<LiveThumb> {
  const [{ rgba, width, height, verdict }] = await analysisEngine.thumbnails(look, [plate], practice, view);
  return { bitmap: await createImageBitmap(new ImageData(rgba, width, height)), verdict };
}
