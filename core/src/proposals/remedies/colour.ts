import { percent } from '../../numeric/percent.ts';
import { paramsOf, withParams } from '../../look/edit.ts';
import { type ZoneName, zoneNames } from '../../look/steps/zoneCurve.ts';
import type { ZonesParams } from '../../look/steps/zones.ts';
import { markedNeutrals } from '../../readings/markedNeutrals.ts';
import { type Answer, type Remedy, rounded, search } from '../remedy.ts';
import type { Change, PlateEvaluator } from '../plateEvaluator.ts';
import { holdNeutral } from './holdNeutral.ts';

type Tinted = readonly ZoneName[];

const zonesOf = ({ look }: Change) => paramsOf(look, 'zones') as unknown as ZonesParams;
const isTinted = (now: Change, names: Tinted) =>
  names.some((n) => zonesOf(now)[n].warm !== 0 || zonesOf(now)[n].green !== 0);

/** The tints of some zones taken back to a share of what they are. */
const withTints = (now: Change, names: Tinted, share: number): Change => ({
  ...now,
  look: withParams(now.look, 'zones', () =>
    Object.fromEntries(
      names.map((n) => {
        const zone = zonesOf(now)[n];
        const [warm, green] = [zone.warm, zone.green].map((v) => rounded(v * share, 3));
        return [n, { ...zone, warm, green }];
      }),
    ),
  ),
});

/** Colour in deep shadows: the tint that put it there is taken back; what is left goes by the clean ends. */
export const shadowColour: Remedy = {
  reading: 'shadowColour',
  problem: ({ detail }) => `There is colour in the deep shadows. ${detail}`,
  solve: {
    look: (evaluator, now, { value }) => {
      // Just enough: the end of the band, with a little room.
      const aim = evaluator.practice.shadows === 'neutral' ? 1.1 : 2.8;
      const dark = ['blacks', 'shadows'] as const;
      if (isTinted(now, dark)) {
        const make = (share: number) => withTints(now, dark, share);
        const share = search({
          evaluator,
          reading: 'shadowColour',
          make,
          low: 0,
          high: 1,
          aim,
          within: 0.05,
        });
        if (share !== null && evaluator.read('shadowColour', make(share)).miss === 0)
          return { change: make(share), does: `Tints of blacks and shadows at ${percent(share)}` };
      }
      for (const below of [paramsOf(now.look, 'cleanEnds').below as number, -3, -2]) {
        const from = paramsOf(now.look, 'cleanEnds').shadows as number;
        const make = (shadows: number): Change => ({
          ...now,
          look: withParams(now.look, 'cleanEnds', () => ({ below, shadows: rounded(shadows, 2) })),
        });
        const shadows = search({
          evaluator,
          reading: 'shadowColour',
          make,
          low: from,
          high: 1,
          aim,
          within: 0.05,
        });
        if (shadows === null) return null;
        const change = make(shadows);
        const after = evaluator.read('shadowColour', change);
        if (after.miss === 0 || (below === -2 && after.value! < value! - 0.2))
          return { change, does: `Clean ends: shadows ${shadows.toFixed(2)} below ${below} st` };
      }
      return null;
    },
  },
};

/** Colour near white, likewise. */
export const highlightColour: Remedy = {
  reading: 'highlightColour',
  problem: ({ detail }) => `There is colour near white. ${detail}`,
  solve: {
    look: (evaluator, now) => {
      const from = paramsOf(now.look, 'cleanEnds').highlights as number;
      const make = (highlights: number): Change => ({
        ...now,
        look: withParams(now.look, 'cleanEnds', (p) => ({
          highlights: rounded(highlights, 2),
          above: Math.min(p.above as number, 2.5),
        })),
      });
      const reading = 'highlightColour';
      // As much of a wanted colour as its school allows; of another no more than of any.
      for (const aim of evaluator.practice.highlights === 'clean' ? [2.2] : [7.2, 2.2]) {
        const highlights = search({ evaluator, reading, make, low: from, high: 1, aim, within: 0.2 });
        if (highlights === null || highlights === from) continue;
        const change = make(highlights);
        if (aim === 2.2 || evaluator.read(reading, change).miss === 0)
          return { change, does: `Clean ends: highlights ${highlights.toFixed(2)}` };
      }
      return null;
    },
  },
};

/** ΔE2000 of a grey that is let be: within its band. */
const neutralAim = 6.5;

/** Tints of the zones taken back until greys are within their band. */
function tintsForGreys(evaluator: PlateEvaluator, now: Change): Answer | null {
  if (!isTinted(now, zoneNames)) return null;
  const make = (share: number) => withTints(now, zoneNames, share);
  const share = search({
    evaluator,
    reading: 'neutral',
    make,
    low: 0,
    high: 1,
    aim: neutralAim,
    within: 0.2,
  });
  if (share === null || share === 1) return null;
  return { change: make(share), does: `Tints of the zones at ${percent(share)}` };
}

/** A cast on greys comes from tints: all of them together are taken back in proportion; or what is marked is held by itself. */
export const neutralDrift: Remedy = {
  reading: 'neutral',
  problem: ({ detail }) => `Greys leave the look with a cast. ${detail}`,
  solve: {
    look: (evaluator, now) => {
      const [worst] = markedNeutrals(evaluator.sampled(now)).toSorted((a, b) => b.error - a.error);
      const held = worst && worst.error > neutralAim ? holdNeutral(evaluator, now, worst) : null;
      const tints = tintsForGreys(evaluator, now);
      return [held, tints].flatMap((answer) => answer ?? []);
    },
  },
};

/** The colour-only school has a switch. */
export const luminanceChange: Remedy = {
  reading: 'luminanceChange',
  problem: ({ detail }) => detail,
  solve: {
    look: (_trial, now) =>
      now.look.colourOnly
        ? null
        : { change: { ...now, look: { ...now.look, colourOnly: true } }, does: 'Colour only' },
  },
};
