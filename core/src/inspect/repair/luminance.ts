import { luminanceWeights } from '../../colour/rgbSpace.ts';
import { compileOutput, type Display, isHdr, standardDisplay } from '../../render/display.ts';
import { compileRendering, type CompiledRendering } from '../../render/rendering.ts';
import type { CandidateEnd } from '../identify/ends.ts';
import { onGrid } from './onGrid.ts';
import type { RepairKind } from './repair.ts';

/** Light under which a ratio says nothing. */
const dark = 1e-5;

type Weights = readonly number[];
const luminance = ([r, g, b]: Weights, rgb: Float32Array, p: number) =>
  r * rgb[p] + g * rgb[p + 1] + b * rgb[p + 2];

/** Draws a colour of a display toward the grey of its luminance until no channel is over white. */
function drawIn(rgb: Float32Array, p: number, y: number): void {
  const most = Math.max(rgb[p], rgb[p + 1], rgb[p + 2]);
  if (most <= 1 || y >= 1) return;
  const share = (1 - y) / (most - y);
  for (let c = 0; c < 3; c++) rgb[p + c] = y + (rgb[p + c] - y) * share;
}

/** Values of a display: their light is brought to the luminance that is asked for. */
function onDisplay(
  values: Float32Array,
  asked: Float32Array,
  rendering: CompiledRendering,
  weights: Weights,
): void {
  rendering.toLight(values);
  for (let p = 0; p < values.length; p += 3) {
    const aim = asked[p / 3];
    const now = luminance(weights, values, p);
    if (now >= dark && aim >= dark) {
      for (let c = 0; c < 3; c++) values[p + c] *= aim / now;
      drawIn(values, p, aim);
    }
    for (let c = 0; c < 3; c++) values[p + c] = rendering.toCode(values[p + c]);
  }
}

/** Stops a light may be turned up or down, and how often the span is halved: to a thousandth of a stop. */
const search = { stops: 6, halvings: 14 };

/** Values of a recording: their light is turned up or down until it is shown at the luminance that is asked for. */
function inLight(
  values: Float32Array,
  asked: Float32Array,
  output: CandidateEnd,
  rendering: CompiledRendering,
  weights: Weights,
): void {
  const light = Float32Array.from(values);
  output.compiled.toLight(light);
  const count = asked.length;
  const [low, high] = [
    new Float64Array(count).fill(-search.stops),
    new Float64Array(count).fill(search.stops),
  ];
  const scaled = new Float32Array(light.length);
  for (let i = 0; i < search.halvings; i++) {
    for (let p = 0; p < light.length; p++) {
      const at = Math.floor(p / 3);
      scaled[p] = light[p] * 2 ** ((low[at] + high[at]) / 2);
    }
    rendering.run(scaled);
    rendering.toLight(scaled);
    for (let n = 0; n < count; n++) {
      const middle = (low[n] + high[n]) / 2;
      if (luminance(weights, scaled, n * 3) < asked[n]) low[n] = middle;
      else high[n] = middle;
    }
  }
  for (let n = 0; n < count; n++) {
    // Nothing and full white say nothing of how bright the light is.
    if (asked[n] < dark || asked[n] > 1 - dark) continue;
    for (let c = 0; c < 3; c++) light[n * 3 + c] *= 2 ** ((low[n] + high[n]) / 2);
  }
  output.compiled.fromLight(light);
  values.set(light);
}

export const luminanceRepair: RepairKind = {
  id: 'luminance',
  label: 'Take luminance change out',
  about: 'Colour alone is left: exposure and contrast are shown as a conversion alone shows them.',
  fields: [],
  run({ lut, input, output }) {
    const { end, preset } = output;
    const isSeen = end.kind === 'display' && !isHdr(end.display);
    const display: Display = isSeen ? end.display : standardDisplay;
    const rendering = compileRendering({ preset, gamutFit: 'soft', ...display });
    const weights = luminanceWeights(compileOutput(display).space);
    const cube = onGrid(lut, 'luminance change taken out', (values, codes) => {
      const before = Float32Array.from(codes);
      input.compiled.toLight(before);
      rendering.run(before);
      rendering.toLight(before);
      const asked = Float32Array.from({ length: before.length / 3 }, (_, n) =>
        luminance(weights, before, n * 3),
      );
      if (isSeen) onDisplay(values, asked, rendering, weights);
      else inLight(values, asked, output, rendering, weights);
    });
    return { made: [{ suffix: 'colour-only', cube }], note: '' };
  },
};
