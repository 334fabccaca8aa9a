import { insertStep } from '../../look/edit.ts';
import { colourBoxSchema } from '../../look/steps/colourBox.ts';
import { seen } from '../../look/steps/seenColour.ts';
import { pixelsInAreas } from '../../readings/reading.ts';
import { type Remedy, rounded, search } from '../remedy.ts';
import type { Change } from '../plateEvaluator.ts';

/** Subject and background are parted by giving the background's colour more density, as far as it is a colour. */
export const separation: Remedy = {
  reading: 'separation',
  problem: ({ detail }) => `The subject hardly stands out. ${detail}`,
  solve: {
    look: (evaluator, now) => {
      const context = evaluator.context(now);
      const light: [number, number, number] = [0, 0, 0];
      const pixels = pixelsInAreas(context, context.marks.background);
      for (const pixel of pixels) for (let c = 0; c < 3; c++) light[c] += context.scene[pixel * 3 + c];
      const put = insertStep(now.look.steps, 'colourBox');
      const rgb = Float32Array.from(light, (v) => v / pixels.length);
      const at = put.steps.findIndex((s) => s.id === put.id);
      evaluator.laneOf({ ...now.look, steps: put.steps.slice(0, at), colourOnly: false }).run(rgb);
      const { hue, saturation } = seen(rgb);
      // Greys cannot be told from the subject's greys by colour.
      if (saturation < 0.03) return null;
      const make = (density: number): Change => ({
        ...now,
        look: {
          ...now.look,
          steps: put.steps.map((s) =>
            s.id === put.id
              ? {
                  ...s,
                  params: colourBoxSchema.parse({
                    hue: rounded(hue, 0),
                    satLow: 0.02,
                    density: rounded(density, 2),
                  }),
                }
              : s,
          ),
        },
      });
      const density = search({
        evaluator,
        reading: 'separation',
        make,
        low: 0,
        high: 1,
        aim: 10.5,
        within: 0.4,
      });
      if (!density) return null;
      return { change: make(density), does: `Density of the background’s colour +${density.toFixed(2)} st` };
    },
  },
};
