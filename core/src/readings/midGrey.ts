import { signed } from '../numeric/signed.ts';
import { linearToStops, midGrey as grey } from '../colour/exposure.ts';
import { defaultGreySignal } from '../render/presets.ts';
import { type ReadingDefinition, render } from './reading.ts';
import { judge } from '../numeric/verdict.ts';
import { lumaOf } from '../colour/ycbcr.ts';

const aim = defaultGreySignal * 100;
const band = { low: aim - 3, high: aim + 3, slack: 4 };

export const midGrey: ReadingDefinition = {
  id: 'midGrey',
  label: 'Mid-grey',
  unit: '%',
  target: () => `${band.low}–${band.high} % (the rendering puts 18 % grey at ${aim} %)`,
  measure({ pipeline }) {
    const [r, g, b] = render(pipeline, [grey, grey, grey]);
    const value = lumaOf(r, g, b) * 100;
    const shift = linearToStops(pipeline.rendering.greyAt(value / 100));
    const moved = signed(shift, 2);
    return {
      value,
      text: `${value.toFixed(1)} %`,
      ...judge(value, band),
      detail: `18 % grey leaves the look at ${value.toFixed(1)} %, a shift of ${moved} stops.`,
    };
  },
};
