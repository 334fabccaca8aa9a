import { angleOf } from '@velvet-dusk/core/colour/hue';
import { linearToStops } from '@velvet-dusk/core/colour/exposure';
import type { Frame } from '@velvet-dusk/core/formats/png';
import { compileLook } from '@velvet-dusk/core/look/compile';
import type { ShownLook } from '@velvet-dusk/core/look/shown';
import { compilePipeline } from '@velvet-dusk/core/order/pipeline';
import { trimCode } from '@velvet-dusk/core/look/trimCode';
import { type Seen, seen } from '@velvet-dusk/core/look/steps/seenColour';
import type { LutMap } from '@velvet-dusk/core/look/steps/step';
import { luminanceOf } from '@velvet-dusk/core/plate/measure';
import { chromaOf } from '@velvet-dusk/core/colour/ycbcr';
import type { PlateOrder } from './develop.ts';

export interface SampleOrder {
  plate: PlateOrder;
  look: ShownLook;
  /** The step a pick is for; colours are also given as they reach it. */
  stepId: string;
  /** Place in shares of the picture's width and height. */
  x: number;
  y: number;
}

/** What a place of the picture holds, from the recording to the screen. */
export interface Sample {
  /** Camera code as recorded, 0–1. */
  code: [number, number, number];
  /** Luminance after the shot lane, in stops from mid-grey. */
  stops: number;
  /** Display signal of the look, 0–1. */
  signal: [number, number, number];
  /** Vectorscope angle in degrees from +Cb, and chroma in %. */
  hue: number;
  chroma: number;
  /** The colour as it reaches the chosen step. */
  atStep: Seen;
}

/** Pixels to either side of the one asked for that count too, so that grain does not decide. */
const reach = 1;

function meanCode({ rgb, width, height }: Frame, x: number, y: number): [number, number, number] {
  const hold = (v: number, top: number) => Math.min(Math.max(v, 0), top - 1);
  const [px, py] = [Math.floor(x * width), Math.floor(y * height)];
  const sum: [number, number, number] = [0, 0, 0];
  const count = (2 * reach + 1) ** 2;
  for (let dy = -reach; dy <= reach; dy++)
    for (let dx = -reach; dx <= reach; dx++) {
      const at = (hold(py + dy, height) * width + hold(px + dx, width)) * 3;
      for (let c = 0; c < 3; c++) sum[c] += rgb[at + c] / count;
    }
  return sum;
}

const triple = (a: ArrayLike<number>) => [a[0], a[1], a[2]] as [number, number, number];

/** What a place of a finished still holds. */
export type StillSample = Pick<Sample, 'signal' | 'hue' | 'chroma'>;

const placeOf = (signal: [number, number, number]): StillSample => {
  const [cb, cr] = chromaOf(...signal);
  return { signal, hue: angleOf(cb, cr), chroma: Math.hypot(cb, cr) * 100 };
};

/** Reads one place of a finished still, whose codes are its signal. */
export const sampleStill = (frame: Frame, x: number, y: number): StillSample =>
  placeOf(meanCode(frame, x, y));

/** Reads one place of a frame through the exact recipe. */
export function sampleColour(frame: Frame, { plate, look, stepId, x, y }: SampleOrder, luts: LutMap): Sample {
  const code = meanCode(frame, x, y);
  const pipeline = compilePipeline({ profile: plate.profile, look, luts });
  const light = Float32Array.from(code);
  trimCode(pipeline.codec, plate.shot)(light);
  pipeline.input(light);
  const at = Math.max(
    look.steps.findIndex((s) => s.id === stepId),
    0,
  );
  const before = Float32Array.from(light);
  compileLook({ ...look, steps: look.steps.slice(0, at), colourOnly: false }, luts).run(before);
  const shown = Float32Array.from(light);
  pipeline.look(shown);
  pipeline.output(shown);
  return {
    code,
    ...placeOf(triple(shown.map(pipeline.rendering.toSignal))),
    stops: linearToStops(Math.max(luminanceOf(triple(light)), 1e-9)),
    atStep: seen(before),
  };
}
