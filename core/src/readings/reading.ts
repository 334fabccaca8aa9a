import type { AcceptedMisses } from '../look/acceptedMisses.ts';
import type { Area, MarkedAreas } from '../recording/areas.ts';
import type { RecordedBy } from '../recording/recordedFrame.ts';
import type { CompiledOrder } from '../order/pipeline.ts';
import type { PracticeSettings } from './practice.ts';
import { oncePer } from '../numeric/oncePer.ts';
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
  /**
   * The plate as it was shot, before any look; where none is given the same scene without the look. Null judges the picture as
   * it is, whoever made it so.
   */
  asShot?: (() => ReadingContext) | null | undefined;
  /** Readings that are meant to miss, with the reason. */
  accepted?: AcceptedMisses | undefined;
}

/** The plate before the look. A look answers for what it does, and not for what it is given. */
export const beforeLook = oncePer((context: ReadingContext): ReadingContext => {
  if (context.asShot) return context.asShot();
  const pipeline = { ...context.pipeline, look: () => {} };
  const rgb = Float32Array.from(context.scene);
  pipeline.output(rgb);
  return { ...context, pipeline, signal: rgb.map(pipeline.rendering.toSignal) };
});

type Size = Pick<ReadingContext, 'width' | 'height'>;

/** The pixels that lie in some areas, in their order. */
export function pixelsInAreas({ width, height }: Size, areas: readonly Area[]): Uint32Array {
  const pixels: number[] = [];
  for (let row = 0; row < height; row++) {
    const y = (row + 0.5) / height;
    const here = areas.filter((a) => y >= a.y0 && y < a.y1);
    for (let column = 0; here.length > 0 && column < width; column++) {
      const x = (column + 0.5) / width;
      if (here.some((a) => x >= a.x0 && x < a.x1)) pixels.push(row * width + column);
    }
  }
  return Uint32Array.from(pixels);
}

/** Tells whether a pixel is one of some. */
export function isOneOf(pixels: Uint32Array): (pixel: number) => boolean {
  const there = new Set(pixels);
  return (pixel) => there.has(pixel);
}

/** One side of what a reading measures. */
export interface ReadingPart {
  label: string;
  text: string;
  verdict: Verdict;
  /** The band in words. */
  target: string;
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
  /** How far outside its band, in units of the band's slack; 0 inside. Told of the picture, whoever made it so. */
  miss: number;
  /** Below its band, in it, or above; none where it is not judged. */
  side?: -1 | 0 | 1 | undefined;
  /** What it is made of, each with a target of its own. */
  parts?: readonly ReadingPart[] | undefined;
  /** Why its miss is meant; then it has no verdict. */
  accepted?: string | undefined;
  /** The band in words, with where it comes from. */
  target: string;
  /** One plain sentence about what was measured. */
  detail: string;
}

/** What is measured of a reading. */
export type Measured = Omit<Reading, 'id' | 'label' | 'unit' | 'target'>;

export interface ReadingDefinition {
  readonly id: string;
  readonly label: string;
  readonly unit: string;
  /** Most bands depend on the practice a project follows. */
  target(practice: PracticeSettings): string;
  measure(context: ReadingContext): Measured;
  /** Is it taken of what the plate shows? Then the plate may miss the band by itself. */
  readonly ofPlate?: true;
  /** Of a plate that has this value before any look: does it show nothing of the kind? */
  readonly isAbsent?: (before: number) => boolean;
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
