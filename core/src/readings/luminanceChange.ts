import { signed } from '../numeric/signed.ts';
import { stopsToLinear } from '../colour/exposure.ts';
import { luminanceWeights } from '../colour/rgbSpace.ts';
import { type ReadingContext, type ReadingDefinition, render } from './reading.ts';
import { judge, unjudged } from '../numeric/verdict.ts';

/** Twenty-one greys over the range a display shows. */
const greyStops = Array.from({ length: 21 }, (_, i) => -7 + (i * 12) / 20);
const band = { low: 0, high: 0.5, slack: 1.5 };

/** Signal level, in %, of the grey that is as bright on the display as each grey that leaves the look. */
function levels(signals: readonly number[], { pipeline: { rendering } }: ReadingContext): number[] {
  const weights = luminanceWeights(rendering.output.space);
  const { curve } = rendering.output;
  return greyStops.map((_, i) => {
    const y = weights.reduce((sum, w, c) => sum + w * curve.inverse(signals[i * 3 + c]), 0);
    return 100 * curve.forward(y);
  });
}

export const luminanceChange: ReadingDefinition = {
  id: 'luminanceChange',
  label: 'Luminance',
  unit: '%',
  target: ({ touch }) =>
    touch === 'colourOnly'
      ? `up to ${band.high} % on 21 greys (colour-only school, common practice)`
      : 'shown, not judged: a full look may change contrast',
  measure(context) {
    const greys = greyStops.flatMap((s) => Array<number>(3).fill(stopsToLinear(s)));
    const with_ = levels(render(context.pipeline, greys), context);
    const rgb = Float32Array.from(greys);
    context.pipeline.output(rgb);
    const without = levels(Array.from(rgb, context.pipeline.rendering.toSignal), context);
    const changes = with_.map((y, i) => y - without[i]);
    const worst = changes.reduce((w, c, i) => (Math.abs(c) > Math.abs(changes[w]) ? i : w), 0);
    const value = Math.abs(changes[worst]);
    return {
      value,
      text: `${value.toFixed(1)} %`,
      ...(context.practice.touch === 'colourOnly' ? judge(value, band) : unjudged),
      detail: `The look moves a grey at ${signed(greyStops[worst], 1)} stops most: by ${signed(changes[worst], 1)} % of the signal.`,
    };
  },
};
