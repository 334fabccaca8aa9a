import { converter } from 'culori';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { hueDistance } from '../../colour/hue.ts';
import { transform, transformBuffer, type Vec3 } from '../../colour/matrix.ts';
import { writeOklab } from '../../colour/oklabPixels.ts';
import { rgbToRgb } from '../../colour/rgbSpace.ts';
import { bt709, working } from '../../colour/spaces/index.ts';
import { amount, settings } from './arbitraries.ts';
import { drawTogether, drawTogetherSchema, heldPulls } from './drawTogether.ts';
import { type Seen, seen } from './seenColour.ts';
import { type Selection, selectionWeight } from './selection.ts';
import { roundPick, withoutPick, withPick } from './selectionPicks.ts';

const toOklch = converter('oklch');
const greens: Vec3[] = [
  [0.1, 0.3, 0.05],
  [0.2, 0.3, 0.06],
  [0.05, 0.25, 0.12],
];
const inWorking = (rgb: Vec3) => transform(rgbToRgb(bt709, working), rgb);
/** A BT.709-linear colour through the step, and without it, as culori sees them. */
function both(params: object, rgb: Vec3) {
  const buffer = Float32Array.from(inWorking(rgb));
  drawTogether.compile(drawTogetherSchema.parse(params)).run(buffer);
  transformBuffer(rgbToRgb(working, bt709), buffer);
  const see = ([r, g, b]: ArrayLike<number> & Iterable<number>) => toOklch({ mode: 'lrgb', r, g, b });
  return [see(rgb), see(buffer)];
}
/** Hue and saturation of a colour that a step is written in. */
const at = (hue: number, saturation: number, lightness = 0.6) => {
  const rgb = new Float32Array(3);
  const [a, b] = [Math.cos, Math.sin].map((f) => lightness * saturation * f((hue * Math.PI) / 180));
  writeOklab(Float64Array.of(lightness, a, b, 1), rgb, 0);
  return rgb;
};

describe('draw together', () => {
  const all = { hue: 140, hueReach: 60, hueSoft: 40, satLow: 0, toHue: 130, aim: 0.25 };

  test('greens come nearer to one green by as much as they are pulled, and keep their lightness', () => {
    for (const rgb of greens) {
      const [before, after] = both({ ...all, huePull: 0.6, satPull: 0.5 }, rgb);
      expect(hueDistance(130, after.h!)).toBeCloseTo(0.4 * hueDistance(130, before.h!), 0);
      expect(after.c / after.l - 0.25).toBeCloseTo(0.5 * (before.c / before.l - 0.25), 2);
      expect(after.l).toBeCloseTo(before.l, 3);
    }
  });

  test('what is not selected stays, and so does every grey', () => {
    for (const rgb of [
      [0.4, 0.1, 0.05],
      [0.2, 0.2, 0.2],
    ] as Vec3[]) {
      const [before, after] = both({ ...all, huePull: 1, satPull: 1 }, rgb);
      expect(after.c).toBeCloseTo(before.c, 4);
      if (before.c > 0.01) expect(after.h).toBeCloseTo(before.h!, 2);
    }
    const [, grey] = both({ hueReach: 180, satLow: 0, huePull: 1, satPull: 1, aim: 0.3 }, [0.2, 0.2, 0.2]);
    expect(grey.c).toBeLessThan(1e-3);
  });

  test('no two hues and no two saturations become one or change places, whatever is asked; a pull that is held is said', () => {
    fc.assert(
      fc.property(settings.drawTogether, (any) => {
        const p = drawTogetherSchema.parse({ ...(any as object), low: -12, high: 8 });
        const { run, notes } = drawTogether.compile(p);
        const held = heldPulls(p);
        expect(notes).toHaveLength(Number(held.hue < p.huePull) + Number(held.saturation < p.satPull));
        let [last, first] = [-Infinity, 0];
        for (let h = 0; h < 360; h += 1) {
          const rgb = at(h, 0.25);
          run(rgb);
          const now = h + hueDistance(h, seen(rgb).hue);
          if (h === 0) first = now;
          if (now <= last - 1e-3) return false;
          last = now;
        }
        if (last > first + 360 + 1e-3) return false;
        let lastSaturation = -Infinity;
        for (let s = 0.01; s < 0.55; s += 0.005) {
          const rgb = at(p.hue, s);
          run(rgb);
          const now = seen(rgb).saturation;
          if (now <= lastSaturation - 1e-4) return false;
          lastSaturation = now;
        }
        return true;
      }),
      { seed: 5, numRuns: 150 },
    );
  });
});

describe('picks', () => {
  const start: Selection = {
    ...drawTogetherSchema.parse({}),
    ...roundPick({ hue: 140, saturation: 0.2, stops: -1 }),
  };
  const weightOf = (s: Selection, { hue, saturation, stops }: Seen) => {
    const lightness = Math.cbrt(0.18 * 2 ** stops);
    return selectionWeight(s)(
      Float64Array.from([
        lightness,
        lightness * saturation * Math.cos((hue * Math.PI) / 180),
        lightness * saturation * Math.sin((hue * Math.PI) / 180),
      ]),
    );
  };
  const colour = fc.record({ hue: amount(0, 360), saturation: amount(0.12, 0.5), stops: amount(-6, 4) });

  test('what is picked is selected in full; more picks keep those before', () => {
    fc.assert(
      fc.property(fc.array(colour, { minLength: 1, maxLength: 5 }), (picks) => {
        const s = picks.reduce<Selection>((now, pick) => ({ ...now, ...withPick(now, pick) }), start);
        return picks.every((pick) => weightOf(s, pick) > 0.999);
      }),
      { seed: 5, numRuns: 300 },
    );
  });

  test('what is left out is not selected any more, or it is said that nothing would be left', () => {
    let leftOut = 0;
    fc.assert(
      fc.property(colour, (pick) => {
        const change = withoutPick(start, pick);
        if (!change) return true;
        leftOut++;
        const s = { ...start, ...change };
        return weightOf(s, pick) < 1e-6 && s.hueReach >= 2 && s.satHigh > s.satLow && s.high > s.low;
      }),
      { seed: 5, numRuns: 300 },
    );
    expect(leftOut).toBeGreaterThan(200);
    const narrow = { ...start, hueSoft: 90, satSoft: 0.3, levelSoft: 6 };
    expect(withoutPick(narrow, { hue: 140, saturation: 0.2, stops: -1 })).toBeNull();
  });

  test('what costs least is given up: a colour at the edge of the level goes by level alone', () => {
    const change = withoutPick({ ...start, levelSoft: 0.5 }, { hue: 141, saturation: 0.21, stops: 1.4 });
    expect(Object.keys(change!)).toEqual(['low', 'high']);
    expect(change).toMatchObject({ low: start.low });
  });
});
