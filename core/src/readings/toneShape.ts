import { luminanceWeights } from '../colour/rgbSpace.ts';
import { stopsToLinear } from '../colour/exposure.ts';
import { lumaOf } from '../colour/ycbcr.ts';
import { type Band, judge, type Verdict } from '../numeric/verdict.ts';
import { signed } from '../numeric/signed.ts';
import { type LightToSignal, render } from './reading.ts';
import { type CompiledLook, compileLook, isActive, StepCache } from '../look/compile.ts';
import { type LookStep, stepName } from '../look/document.ts';
import type { ShownLook } from '../look/shown.ts';
import type { LutMap } from '../look/steps/step.ts';

/** Greys that are looked at: sixteen a stop, over all that a display shows. */
const perStop = 16;
const greyStops = Array.from({ length: 24 * perStop + 1 }, (_, i) => -14 + i / perStop);
/** Ends of the toe and of the shoulder, shares of the signal. */
const toeEnds = [0.1, 0.02] as const;
const shoulderEnds = [0.9, 0.99] as const;
/** Stops either side of mid-grey over which the contrast is taken. */
const span = 0.125;

/** How the tones of a picture run out. */
export interface RollOff {
  /** Stops between 10 and 2 % of the signal, and between 90 and 99 %; null where it does not go so far. */
  toe: number | null;
  shoulder: number | null;
  /** The greatest rise, % of the signal a stop, and where it is, stops from mid-grey. */
  steepest: { rise: number; stops: number };
}

/** Contrast at mid-grey: stops of display light for a stop of the scene's. */
export interface Contrast {
  whole: number;
  /** Of the rendering by itself. */
  rendering: number;
  /** What each step makes of it, in their order; all of them and the rendering's multiply to the whole. */
  steps: { name: string; factor: number }[];
}

export interface ToneShape {
  rollOff: RollOff;
  /** Of the rendering by itself. */
  own: RollOff;
  contrast: Contrast;
}

/** The stops at which greys, from the middle on in a direction, pass a level; null where they never do. */
function passes(levels: readonly number[], level: number, by: 1 | -1): number | null {
  const isPast = (i: number) => (by > 0 ? levels[i] >= level : levels[i] <= level);
  let i = greyStops.indexOf(0);
  while (i >= 0 && i < levels.length && !isPast(i)) i += by;
  if (i < 0 || i >= levels.length) return null;
  const before = i - by;
  const rise = levels[i] - levels[before];
  const share = rise === 0 ? 1 : Math.min(Math.max((level - levels[before]) / rise, 0), 1);
  return greyStops[before] + share * (greyStops[i] - greyStops[before]);
}

const between = (a: number | null, b: number | null) => (a === null || b === null ? null : Math.abs(a - b));

export function rollOffOf(pipeline: LightToSignal): RollOff {
  const signal = render(
    pipeline,
    greyStops.flatMap((s) => Array<number>(3).fill(stopsToLinear(s))),
  );
  const levels = greyStops.map((_, i) => lumaOf(signal[i * 3], signal[i * 3 + 1], signal[i * 3 + 2]));
  const [toe, shoulder] = [
    toeEnds.map((level) => passes(levels, level, -1)),
    shoulderEnds.map((level) => passes(levels, level, 1)),
  ];
  let steepest = { rise: 0, stops: 0 };
  for (let i = 1; i < levels.length; i++) {
    const rise = (levels[i] - levels[i - 1]) * perStop * 100;
    if (rise > steepest.rise) steepest = { rise, stops: (greyStops[i] + greyStops[i - 1]) / 2 };
  }
  return { toe: between(toe[0], toe[1]), shoulder: between(shoulder[0], shoulder[1]), steepest };
}

/** Stops out for a stop in at mid-grey, through a lane and a rendering. */
function slopeOf(lane: CompiledLook, { output, rendering }: LightToSignal): number {
  const { space, curve } = rendering.output;
  const weights = luminanceWeights(space);
  const signal = render(
    { look: lane.run, output, rendering },
    [-span, span].flatMap((s) => Array<number>(3).fill(stopsToLinear(s))),
  );
  const [low, high] = [0, 3].map((p) =>
    weights.reduce((sum, w, c) => sum + w * curve.inverse(signal[p + c]), 0),
  );
  return Math.log2(Math.max(high, 1e-9) / Math.max(low, 1e-9)) / (2 * span);
}

/** Contrast of the whole chain, and each step's share: the picture as far as the step against the picture before it. */
export function contrastOf(look: ShownLook, pipeline: LightToSignal, luts?: LutMap): Contrast {
  const cache = new StepCache();
  const slope = (steps: readonly LookStep[]) =>
    slopeOf(compileLook({ ...look, steps: [...steps] }, luts, cache), pipeline);
  const rendering = slope([]);
  let before = rendering;
  const steps = look.steps.flatMap((step, i) => {
    if (!isActive(step)) return [];
    const now = slope(look.steps.slice(0, i + 1));
    // From tones that are all one nothing can be made.
    const factor = before === 0 ? 1 : now / before;
    before = now;
    return [{ name: stepName(step), factor }];
  });
  return { whole: before, rendering, steps };
}

/** Tones of a look on its display, by greys alone. @param pipeline the look's own. */
export const toneShapeOf = (look: ShownLook, pipeline: LightToSignal, luts?: LutMap): ToneShape => ({
  rollOff: rollOffOf(pipeline),
  own: rollOffOf({ ...pipeline, look: () => {} }),
  contrast: contrastOf(look, pipeline, luts),
});

/** What a look makes of the rendering's contrast (from memory): a rendering that is in it twice lies far beyond. */
const contrastBand: Band = { low: 0.65, high: 1.35, slack: 0.1 };
/** A step that changes contrast by less goes unsaid. */
const minFactor = 0.02;

/** The contrast of a chain in words, and whether a look may have made it. */
export function judgeContrast({ whole, rendering, steps }: Contrast): { says: string; verdict: Verdict } {
  const { verdict } = judge(whole / rendering, contrastBand);
  const shares = steps
    .filter((s) => Math.abs(s.factor - 1) >= minFactor)
    .map((s) => `${s.name} ×${s.factor.toFixed(2)}`);
  const parts = [`rendering ${rendering.toFixed(2)}`, ...shares].join(', ');
  const twice = verdict === 'fails' && whole > rendering ? 'Is it in twice? ' : '';
  return { says: `${twice}${whole.toFixed(2)}: ${parts}`, verdict };
}

/** What the contrast of a chain is. */
export const contrastMeaning =
  'Stops of display light for a stop of the scene at mid-grey: of the rendering, and what each step makes of it. A contrast or a conversion that is in twice stands far above.';

/** A roll-off in words. */
export function rollOffWords({ toe, shoulder, steepest }: RollOff): string {
  const end = (name: string, stops: number | null) =>
    stops === null ? `no ${name}` : `${name} ${stops.toFixed(1)} st`;
  return `${end('toe', toe)}, ${end('shoulder', shoulder)}, steepest ${steepest.rise.toFixed(0)} % a stop`;
}

/** What a roll-off is, and where it is steepest. */
export const rollOffMeaning = ({ steepest }: RollOff): string =>
  `Toe: stops between 10 and 2 % of the signal; shoulder: between 90 and 99 %, none where it never gets there. Steepest at ${signed(steepest.stops, 1)} st.`;
