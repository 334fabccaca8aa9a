import { converter } from 'culori';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { linearToStops, stopsToLinear } from '../../colour/exposure.ts';
import { transform, transformBuffer, type Vec3 } from '../../colour/matrix.ts';
import { rgbToRgb } from '../../colour/rgbSpace.ts';
import { bt709, working } from '../../colour/spaces/index.ts';
import { chromaOf, skinLineDegrees } from '../../colour/ycbcr.ts';
import { restContext } from '../context.ts';
import { skinLineHue } from '../skinLine.ts';
import { amount, hueNodes, settings } from './arbitraries.ts';
import { boxMatte, colourBox, colourBoxSchema, heldTurn } from './colourBox.ts';
import { curves, curvesSchema, curveStops } from './curves.ts';
import { hueBelt, hueBeltLanes, hueBeltSchema } from './hueBelt.ts';
import { hueDistance } from '../../colour/hue.ts';
import { editOklab, writeOklab } from '../../colour/oklabPixels.ts';
import { seen } from './seenColour.ts';
import { satByLuminance } from './satByLuminance.ts';
import { satBySaturation, satOut } from './satBySaturation.ts';
import { skinKeep } from './skinKeep.ts';

const toOklch = converter('oklch');
type Run = { run(rgb: Float32Array): void };

/** A BT.709-linear colour through a step in working RGB, as culori sees it. */
function through(step: Run, rgb: Vec3) {
  const buffer = Float32Array.from(transform(rgbToRgb(bt709, working), rgb));
  step.run(buffer);
  transformBuffer(rgbToRgb(working, bt709), buffer);
  return toOklch({ mode: 'lrgb', r: buffer[0], g: buffer[1], b: buffer[2] });
}
const asIs: Run = { run: () => {} };
const skinLike: Vec3 = [0.36, 0.22, 0.15];

test('colours are seen as culori sees them: hue, and chroma over lightness', () => {
  fc.assert(
    fc.property(amount(0.05, 0.9), amount(0.05, 0.9), amount(0.05, 0.9), (r, g, b) => {
      const theirs = toOklch({ mode: 'lrgb', r, g, b });
      if (theirs.c < 0.02) return true;
      const ours = seen(transform(rgbToRgb(bt709, working), [r, g, b]));
      return (
        Math.abs(hueDistance(theirs.h!, ours.hue)) < 0.3 &&
        Math.abs(ours.saturation - theirs.c / theirs.l) < 1e-3
      );
    }),
  );
});

test('an edit that declines leaves the pixel to the bit', () => {
  const rgb = Float32Array.from([0.1, 0.7, 0.3]);
  editOklab(rgb, () => false);
  expect(Array.from(rgb)).toEqual([0.1, 0.7, 0.3].map(Math.fround));
});

describe('hue belt', () => {
  const belt = (...nodes: object[]) => hueBeltSchema.parse({ nodes });

  test('a node turns, fades and darkens its own hue, and not the hue across', () => {
    const before = through(asIs, [0.6, 0.1, 0.05]);
    const step = hueBelt.compile(belt({ hue: before.h, turn: 12, saturation: 0.5, density: 1 }));
    const after = through(step, [0.6, 0.1, 0.05]);
    expect(after.h! - before.h!).toBeCloseTo(12, 0);
    // A stop less light is a factor of 2^(1/3) in Oklab's cube root.
    expect(after.l / before.l).toBeCloseTo(2 ** (-1 / 3), 2);
    // A little of any colour stays, so that what is stronger stays stronger.
    const kept = (after.c / before.c) * 2 ** (1 / 3);
    expect(kept).toBeGreaterThan(0.5);
    expect(kept).toBeLessThan(0.58);
    const [across, still] = [through(asIs, [0.05, 0.4, 0.45]), through(step, [0.05, 0.4, 0.45])];
    expect(still.h).toBeCloseTo(across.h!, 3);
    expect(still.c).toBeCloseTo(across.c, 5);
  });

  test('hues keep their order at any setting, and a turn that had to be held is said', () => {
    fc.assert(
      fc.property(hueNodes, (nodes) => {
        const { at } = hueBeltLanes(belt(...nodes));
        for (let h = 0; h < 360; h += 0.5) if (h + 0.5 + at(h + 0.5)[0] < h + at(h)[0] - 1e-9) return false;
        return true;
      }),
      { numRuns: 60 },
    );
    const crossing = belt({ hue: 100, turn: 60 }, { hue: 110, turn: -60 });
    expect(hueBelt.compile(crossing).notes?.[0]).toMatch(/turns are held at \d+ %/);
    expect(hueBelt.compile(belt({ hue: 100, turn: 20 })).notes).toEqual([]);
  });

  test('lanes close round the circle, stay within their nodes and rest out of reach', () => {
    const { at } = hueBeltLanes(belt({ hue: 355, saturation: 2, reach: 30 }, { hue: 20, saturation: 0.2 }));
    expect(at(359.9)[1]).toBeCloseTo(at(-0.1)[1], 6);
    for (let h = 0; h < 360; h += 1) {
      expect(at(h)[1]).toBeGreaterThanOrEqual(0.2 - 1e-9);
      expect(at(h)[1]).toBeLessThanOrEqual(2 + 1e-9);
    }
    expect(at(180)).toEqual([0, 1, 0]);
  });

  test('every lane is continuous, and the same belt when all its nodes are turned by any angle', () => {
    fc.assert(
      fc.property(hueNodes, amount(0, 360), (nodes, by) => {
        const still = hueBeltLanes(belt(...nodes));
        const turned = hueBeltLanes(belt(...nodes.map((n) => ({ ...n, hue: (n.hue + by) % 360 }))));
        const slope = (at: typeof still.at, hue: number, lane: number) =>
          (at(hue + 1e-4)[lane] - at(hue - 1e-4)[lane]) / 2e-4;
        for (let h = 0; h < 360; h += 7.5)
          for (const lane of [0, 1, 2]) {
            // Held turns are scaled by what was found on a raster of hues, which lies elsewhere after a turn.
            const near = lane === 0 && still.held < 1 ? 2e-2 : 1e-6;
            if (Math.abs(still.at(h)[lane] - turned.at(h + by)[lane]) > near) return false;
            if (Math.abs(slope(still.at, h, lane) - slope(turned.at, h + by, lane)) > Math.max(near, 1e-3))
              return false;
          }
        return [0, 1, 2].every((lane) => Math.abs(still.at(360 - 1e-7)[lane] - still.at(0)[lane]) < 1e-5);
      }),
      { numRuns: 40 },
    );
  });

  test('a node within reach of 360° goes on over it', () => {
    const { at } = hueBeltLanes(belt({ hue: 340, reach: 40, turn: 10, density: 0.5 }));
    expect(at(0)[0]).toBeCloseTo(at(359.999)[0], 2);
    expect(at(0)[2]).toBeCloseTo(at(359.999)[2], 4);
    // Between its node and the end of its reach it falls as it rose before the node.
    expect(at(0)[0]).toBeCloseTo(at(320)[0], 6);
  });

  test('a hue that is taken out leaves no ring: what was stronger stays stronger, and little is left', () => {
    const hue = 30;
    const step = hueBelt.compile(belt({ hue, reach: 60, saturation: 0 }));
    const left = (saturation: number) => {
      const rgb = new Float32Array(3);
      const [a, b] = [Math.cos, Math.sin].map((f) => 0.6 * saturation * f((hue * Math.PI) / 180));
      writeOklab(Float64Array.of(0.6, a, b, 1), rgb, 0);
      step.run(rgb);
      return seen(rgb).saturation;
    };
    let last = 0;
    for (let saturation = 0.002; saturation < 0.4; saturation += 0.002) {
      // Far from grey all that rises is less than a float32 can say.
      expect(left(saturation)).toBeGreaterThan(last - 1e-7);
      last = left(saturation);
    }
    expect(last).toBeLessThan(0.0251);
    expect(left(0.04)).toBeGreaterThan(left(0.02) + 1e-3);
  });

  test('nodes on top of each other are refused, also over the seam', () => {
    expect(hueBeltSchema.safeParse({ nodes: [{ hue: 359 }, { hue: 1 }] }).error?.issues[0].message).toMatch(
      /closer than 4° at 359°/,
    );
  });
});

describe('curves', () => {
  test('pass through their points, and no channel is ever turned round', () => {
    const p = curvesSchema.parse({ master: [-6, -2, 0, 4].map((x) => ({ x, y: x * 1.1 })) });
    const at = curveStops(p.master);
    for (const { x, y } of p.master) expect(at(x)).toBeCloseTo(y, 2);
    fc.assert(
      fc.property(settings.curves, amount(-10, 9), (any, stops) => {
        const value = (s: number) => {
          const rgb = new Float32Array(3).fill(stopsToLinear(s));
          curves.compile(any as never).run(rgb);
          return rgb;
        };
        const [low, high] = [value(stops), value(stops + 0.05)];
        return high.every((v, c) => v >= low[c] - 1e-6 * Math.abs(low[c]) - 1e-9);
      }),
    );
  });

  test('a channel has its own; points that fall are held and said', () => {
    const red = [
      { x: -4, y: -4 },
      { x: 0, y: 0.5 },
      { x: 4, y: 4 },
    ];
    const rgb = Float32Array.from([0.18, 0.18, 0.18]);
    curves.compile(curvesSchema.parse({ red })).run(rgb);
    expect(linearToStops(rgb[0])).toBeCloseTo(0.5, 3);
    expect(rgb[1]).toBeCloseTo(0.18, 6);
    const falling = [
      { x: -2, y: 1 },
      { x: 0, y: 0 },
      { x: 3, y: 3 },
    ];
    expect(curves.compile(curvesSchema.parse({ master: falling })).notes?.[0]).toMatch(
      /points of master are held/,
    );
    expect(curvesSchema.safeParse({ master: [red[0], red[0]] }).success).toBe(false);
  });
});

test('saturation by luminance scales at its level only', () => {
  const points = [-5, -2, 0, 2].map((x) => ({ x, y: x === -5 ? 0 : 1 }));
  const step = satByLuminance.compile({ points });
  const dark = 2 ** -5.2;
  const dim = skinLike.map((v) => v * dark) as unknown as Vec3;
  expect(through(step, dim).c / through(asIs, dim).c).toBeLessThan(0.1);
  expect(through(step, skinLike).c / through(asIs, skinLike).c).toBeCloseTo(1, 4);
});

test('saturation by saturation holds strong colours and leaves weak ones, and never turns their order round', () => {
  const points = [0.05, 0.1, 0.2, 0.35].map((x) => ({ x, y: x > 0.15 ? 0.6 : 1 }));
  const step = satBySaturation.compile({ points });
  const strong: Vec3 = [0.5, 0.05, 0.02];
  expect(through(step, strong).c / through(asIs, strong).c).toBeCloseTo(0.6, 1);
  fc.assert(
    fc.property(settings.satBySaturation, amount(0, 0.6), (p, s) => {
      const { at } = satOut((p as { points: typeof points }).points);
      return at(s + 0.005) > at(s);
    }),
  );
});

describe('colour box', () => {
  const skin = seen(transform(rgbToRgb(bt709, working), skinLike));
  const p = colourBoxSchema.parse({ hue: skin.hue, hueReach: 15, hueSoft: 18 });

  test('selects its own colours, whatever their exposure, and no greys', () => {
    const at = (rgb: Vec3) => boxMatte(p, Float32Array.from(transform(rgbToRgb(bt709, working), rgb)))[0];
    // So pale a skin lies a little within the soft edge toward grey.
    expect(at(skinLike)).toBeGreaterThan(0.88);
    expect(at(skinLike.map((v) => v / 8) as unknown as Vec3)).toBeCloseTo(at(skinLike), 4);
    expect(at([0.36, 0.16, 0.08])).toBeCloseTo(1, 5);
    expect(at([0.1, 0.2, 0.5])).toBe(0);
    expect(at([0.3, 0.3, 0.3])).toBe(0);
    const all = boxMatte(colourBoxSchema.parse({ hueReach: 180, satLow: 0 }), Float32Array.of(0.3, 0.3, 0.3));
    expect(all[0]).toBe(1);
  });

  test('its own turn and saturation, inside it only', () => {
    const step = colourBox.compile({ ...p, turn: 10, saturation: 0.5 });
    const ruddy: Vec3 = [0.36, 0.16, 0.08];
    const [before, after] = [through(asIs, ruddy), through(step, ruddy)];
    expect(after.h! - before.h!).toBeCloseTo(10, 0);
    expect(after.c / before.c).toBeCloseTo(0.5, 2);
    expect(through(step, [0.1, 0.2, 0.5])).toEqual(through(asIs, [0.1, 0.2, 0.5]));
  });
});

test('a box never swaps hues, whatever its turn and softness, and says where it held the turn', () => {
  fc.assert(
    fc.property(
      fc.record({
        turn: amount(-60, 60),
        hue: amount(0, 360),
        hueReach: amount(2, 180),
        hueSoft: amount(2, 90),
      }),
      (any) => {
        const p = colourBoxSchema.parse({ ...any, satLow: 0 });
        const step = colourBox.compile(p);
        let [last, first] = [-Infinity, 0];
        for (let h = 0; h <= 360; h += 1) {
          const rgb = new Float32Array(3);
          const [a, b] = [Math.cos, Math.sin].map((f) => 0.6 * 0.25 * f((h * Math.PI) / 180));
          writeOklab(Float64Array.of(0.6, a, b, 1), rgb, 0);
          step.run(rgb);
          const out = h + hueDistance(h, seen(rgb).hue);
          if (h === 0) first = out;
          if (out < last - 1e-3) return false;
          last = out;
        }
        return last <= first + 360 + 1e-3 && (heldTurn(p) === p.turn) === (step.notes?.length === 0);
      },
    ),
    { numRuns: 60 },
  );
  expect(colourBox.compile(colourBoxSchema.parse({ turn: 20 })).notes?.[0]).toMatch(/turn is held at 12\.9°/);
});

describe('skin keep', () => {
  const { rendering } = restContext();

  /** Vectorscope angle of a scene colour under the standard rendering. */
  function angle(rgb: Float32Array): number {
    rendering.run(rgb);
    const [cb, cr] = chromaOf(rgb[0], rgb[1], rgb[2]);
    return (Math.atan2(cr, cb) * 180) / Math.PI;
  }

  test('at full pull, skin that leans lands on the skin line (common practice: the I axis), or on its lean', () => {
    for (const [lean, rgb] of [
      [0, [0.36, 0.2, 0.15]],
      [0, [0.3, 0.21, 0.12]],
      [5, [0.33, 0.21, 0.15]],
    ] as const) {
      const buffer = Float32Array.from(transform(rgbToRgb(bt709, working), rgb));
      skinKeep.compile({ hue: 1, saturation: 0, lean, aim: 0.1, reach: 30 }).run(buffer);
      expect(Math.abs(angle(buffer) - skinLineDegrees - lean)).toBeLessThan(2);
    }
  });

  test('never moves lightness, and hues inside keep their order', () => {
    fc.assert(
      fc.property(settings.skinKeep, amount(0, 0.5), (p, by) => {
        const rgb: Vec3 = [0.3 + by * 0.3, 0.2 + by * 0.1, 0.12];
        return Math.abs(through(skinKeep.compile(p as never), rgb).l - through(asIs, rgb).l) < 1e-3;
      }),
    );
    const step = skinKeep.compile({ hue: 1, saturation: 0, lean: 0, aim: 0.1, reach: 25 });
    let last = -Infinity;
    for (let h = 5; h < 105; h += 1) {
      const lab = { mode: 'oklch', l: 0.6, c: 0.07, h } as const;
      const { r, g, b } = converter('lrgb')(lab);
      const out = through(step, [r, g, b]).h!;
      expect(out).toBeGreaterThan(last - 0.05);
      last = out;
    }
  });

  test('the line moves with the lean, one way', () => {
    expect(skinLineHue(rendering, 6)).toBeGreaterThan(skinLineHue(rendering, 0));
    expect(skinLineHue(rendering, 0)).toBeGreaterThan(30);
    expect(skinLineHue(rendering, 0)).toBeLessThan(75);
  });
});
