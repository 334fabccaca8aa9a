import { stopsToLinear } from '../colour/exposure.ts';
import type { CompiledRendering } from '../render/rendering.ts';

/** The grey axis a match must not break: greys from far under mid-grey to far over it, so many to a stop. */
const [lowStop, highStop] = [-8, 6];

/** Greys in working RGB, interleaved. */
export function greyRamp(perStop: number): Float32Array {
  const count = (highStop - lowStop) * perStop + 1;
  const ramp = new Float32Array(count * 3);
  for (let i = 0; i < count; i++) ramp.fill(stopsToLinear(lowStop + i / perStop), i * 3, i * 3 + 3);
  return ramp;
}

/** Rises of the displayed signal from grey to grey, R, G, B interleaved. @param code the ramp as it is shown. */
export function greyRises(code: Float32Array, { toSignal }: CompiledRendering): Float64Array {
  return Float64Array.from({ length: code.length - 3 }, (_, i) => toSignal(code[i + 3]) - toSignal(code[i]));
}

/** Bounds of a rise against what it was without the match, and how much a bend counts beside a breach of them. */
const flattest = 0.3;
const steepest = 2.5;
const bendShare = 0.12;
/** Signal: rises smaller than this are no slope that could be held to. */
const minRise = 1e-4;

/**
 * How far a grey axis leaves its bounds, number by number: rises under `flattest` and over `steepest` of what they were,
 * and bends that were not there before.
 */
export function greyFaults(rises: Float64Array, before: Float64Array): Float64Array {
  const count = rises.length;
  const out = new Float64Array(2 * count);
  for (let i = 0; i < count; i++) {
    const was = Math.max(before[i], minRise);
    if (rises[i] < flattest * was) out[i] = rises[i] - flattest * was;
    else if (rises[i] > steepest * was + minRise) out[i] = rises[i] - steepest * was - minRise;
    if (i >= 3) out[count + i] = bendShare * (rises[i] - rises[i - 3] - (before[i] - before[i - 3]));
  }
  return out;
}

/** Does every channel of the displayed greys rise wherever it rose before? */
export const greysRise = (rises: Float64Array, before: Float64Array): boolean =>
  rises.every((rise, i) => rise >= Math.min(before[i], 0) - 1e-6);
