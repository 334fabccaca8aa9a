import { linearToStops, stopsToLinear } from '@velvet-dusk/core/colour/exposure';
import { compileLook, StepCache } from '@velvet-dusk/core/look/compile';
import type { ShownLook } from '@velvet-dusk/core/look/shown';
import { lumaOf } from '@velvet-dusk/core/colour/ycbcr';
import { compileRendering } from '@velvet-dusk/core/render/rendering';
import { readUniform } from '@velvet-dusk/core/numeric/uniformTable';
import { railStops } from '@velvet-dusk/core/scopes/stopHistogram';

const perStop = 8;
const count = (railStops.high - railStops.low) * perStop + 1;
const stopAt = (i: number) => railStops.low + i / perStop;

/** A curve over the rail's stops, read between its points. */
export class RailCurve {
  constructor(readonly values: readonly number[]) {}

  at(stops: number): number {
    return readUniform(this.values, count - 1, (stops - railStops.low) * perStop);
  }

  slope(stops: number): number {
    return (this.at(stops + 0.125) - this.at(stops - 0.125)) / 0.25;
  }

  /** The stops at which a rising curve has a value. */
  find(value: number): number {
    const i = this.values.findIndex((v) => v >= value);
    if (i <= 0) return i === 0 ? railStops.low : railStops.high;
    const [a, b] = [this.values[i - 1], this.values[i]];
    return stopAt(i - 1) + (b === a ? 0 : (value - a) / (b - a)) / perStop;
  }

  points(): (readonly [stops: number, value: number])[] {
    return this.values.map((v, i) => [stopAt(i), v] as const);
  }
}

/** The curve is drawn again at every move; only the step that moved is compiled again. */
const cache = new StepCache();

function greys(): Float32Array {
  const rgb = new Float32Array(count * 3);
  for (let i = 0; i < count; i++) rgb.fill(stopsToLinear(stopAt(i)), i * 3, i * 3 + 3);
  return rgb;
}

export interface ToneCurves {
  /** Output luma in %, with the look and without. */
  look: RailCurve;
  normalised: RailCurve;
  /** Scene stops → stops a given step gets, after the steps before it. */
  before(stepId: string): RailCurve;
}

/**
 * What greys become, over the rail: the same compiled look and rendering that is baked, but for placed LUTs, whose
 * files only the workers hold.
 */
export function toneCurves(whole: ShownLook): ToneCurves {
  const look = { ...whole, steps: whole.steps.filter((s) => s.type !== 'placedLut') };
  const rendering = compileRendering(look.rendering);
  const percent = (steps: ShownLook['steps']) => {
    const rgb = greys();
    compileLook({ ...look, steps }, undefined, cache).run(rgb);
    rendering.run(rgb);
    const s = Array.from(rgb, rendering.toSignal);
    return new RailCurve(
      Array.from({ length: count }, (_, i) => 100 * lumaOf(s[i * 3], s[i * 3 + 1], s[i * 3 + 2])),
    );
  };
  return {
    look: percent(look.steps),
    normalised: percent([]),
    before(stepId) {
      const rgb = greys();
      const index = look.steps.findIndex((s) => s.id === stepId);
      const steps = look.steps.slice(0, Math.max(index, 0));
      compileLook({ steps, strength: 1 }, undefined, cache).run(rgb);
      return new RailCurve(
        Array.from({ length: count }, (_, i) => linearToStops(Math.max(rgb[i * 3 + 1], 1e-9))),
      );
    },
  };
}
