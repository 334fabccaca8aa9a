import type { Area, MarkedAreas } from '../recording/areas.ts';
import type { RecordedBy } from '../recording/recordedFrame.ts';
import type { CompiledOrder } from '../order/pipeline.ts';
import type { PracticeSettings } from './practice.ts';
import type { Verdict } from '../numeric/verdict.ts';

/**
 * Something that takes light of the scene and shows a signal: a compiled order that ends on a display, or a LUT behind
 * whatever encodes light for it.
 */
export type LightToSignal = Pick<CompiledOrder, 'look' | 'output' | 'rendering'>;

/** What readings are taken from. */
export interface ReadingContext {
  width: number;
  height: number;
  /** The picture as shown: display signal 0–1, interleaved R'G'B'. */
  signal: Float32Array;
  /** The same pixels before the look: working RGB after the shot lane. */
  scene: Float32Array;
  /** What the picture was made with; evaluates single colours. */
  pipeline: LightToSignal;
  /** Areas marked on the plate; no skin leaves the finding to the reading. */
  marks: MarkedAreas;
  practice: PracticeSettings;
  /** What recorded it, and in how many bits; none where that is not known. */
  recording?: RecordedBy | undefined;
}

/** Does a pixel lie in one of some areas? */
export function isInAreas({ width, height }: ReadingContext, areas: readonly Area[], pixel: number): boolean {
  const x = ((pixel % width) + 0.5) / width;
  const y = (Math.floor(pixel / width) + 0.5) / height;
  return areas.some((a) => x >= a.x0 && x < a.x1 && y >= a.y0 && y < a.y1);
}

export interface Reading {
  id: string;
  label: string;
  /** The measured number in `unit`; null where there is nothing to measure. */
  value: number | null;
  unit: string;
  /** The value as shown. */
  text: string;
  verdict: Verdict;
  /** How far outside its band, in units of the band's slack; 0 inside. */
  miss: number;
  /** The band in words, with where it comes from. */
  target: string;
  /** One plain sentence about what was measured. */
  detail: string;
}

export interface ReadingDefinition {
  readonly id: string;
  readonly label: string;
  readonly unit: string;
  /** Most bands depend on the practice a project follows. */
  target(practice: PracticeSettings): string;
  measure(context: ReadingContext): Omit<Reading, 'id' | 'label' | 'unit' | 'target'>;
  /** The pixels a reading is taken from, where that is not the look alone. */
  where?(context: ReadingContext): (pixel: number) => boolean;
}

/** Working RGB → display signal for a few single colours, through the look and the rendering. */
export function render(pipeline: LightToSignal, working: readonly number[]): number[] {
  const rgb = Float32Array.from(working);
  pipeline.look(rgb);
  pipeline.output(rgb);
  return Array.from(rgb, pipeline.rendering.toSignal);
}

/** The luma below which a share of the pixels lies, by a histogram of 4096 levels over −0.1…1.1. */
export function lumaPercentile(luma: Float32Array, share: number): number {
  const levels = 4096;
  const counts = new Uint32Array(levels);
  for (const y of luma) counts[Math.min(Math.max(Math.floor(((y + 0.1) / 1.2) * levels), 0), levels - 1)]++;
  let seen = 0;
  for (let i = 0; i < levels; i++) {
    seen += counts[i];
    if (seen > share * luma.length) return ((i + 0.5) / levels) * 1.2 - 0.1;
  }
  return 1.1;
}
