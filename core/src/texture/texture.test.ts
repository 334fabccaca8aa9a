import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { stopsToLinear } from '../colour/exposure.ts';
import { carriedGamma } from '../film/negative.ts';
import { seeded } from '../numeric/random.ts';
import { bake } from '../order/bake.ts';
import { recipeHash } from '../look/hash.ts';
import { activeTextures, noTexture, textureIds, textureKind, textureNotes, textureSchema } from './index.ts';
import { statedAperture } from './grainField.ts';
import { grainStops } from './kinds/grain.ts';
import { haloColour } from './kinds/halation.ts';
import { excessShare } from './kinds/threshold.ts';
import type { Light } from './light.ts';
import { shotNoteSchema } from '../notes/note.ts';
import { type RecordedPicture, FinishedCode } from '../recording/finishedCode.ts';
import { neutralShot } from '../look/shot.ts';
import { parseProfile } from '../camera/profile.ts';
import { parseLook } from '../look/document.ts';
import { standardDisplay } from '../render/display.ts';

const demo = (name: string) =>
  JSON.parse(readFileSync(new URL(`../../../demo/${name}`, import.meta.url), 'utf8')) as unknown;
const slackWater = parseLook(demo('looks/slack-water.json'), 'slack-water.json');
const heron = parseProfile(demo('profiles/heron.json'), 'heron');

const [width, height] = [240, 136];
type At = (x: number, y: number) => readonly [number, number, number];
/** A picture from a function of shares of its size. */
function light(at: At, w = width, h = height): Light {
  const values = Array.from({ length: w * h }, (_, i) =>
    at(((i % w) + 0.5) / w, (Math.floor(i / w) + 0.5) / h),
  );
  const plane = (c: number) => Float32Array.from(values, (v) => v[c]);
  return { width: w, height: h, planes: [plane(0), plane(1), plane(2)] };
}
const flat = (v: number) => light(() => [v, v, v]);
const sum = (plane: Float32Array) => plane.reduce((a, b) => a + b, 0);
const only = (change: Record<string, object>) => textureSchema.parse(change);
const on = (id: string, params: object = {}) => only({ [id]: { on: true, ...params } });
function run(texture: ReturnType<typeof only>, picture: Light): Light {
  for (const id of activeTextures(texture)) textureKind(id).run(texture[id], picture);
  return picture;
}
/** A lamp at +5 stops in the middle of a dark room. */
const lamp: At = (x, y) => {
  const v = stopsToLinear(Math.hypot((x - 0.5) * 16, (y - 0.5) * 9) < 1 ? 5 : -4);
  return [v, v * 0.9, v * 0.7];
};

describe('the lane', () => {
  test('rests: nothing is at work, nothing is changed, nothing is told', () => {
    expect(activeTextures(noTexture)).toEqual([]);
    expect(textureNotes(noTexture)).toEqual([]);
    expect(run(noTexture, light(lamp))).toEqual(light(lamp));
  });

  test('never reaches a LUT: cube and recipe hash are the same with all of it on', () => {
    const grainy = {
      ...slackWater,
      texture: only(Object.fromEntries(textureIds.map((id) => [id, { on: true }]))),
    };
    expect(activeTextures(grainy.texture)).toEqual(textureIds);
    expect(recipeHash(grainy)).toBe(recipeHash(slackWater));
    const order = { profile: heron, display: standardDisplay, role: 'combined', grid: 9 } as const;
    expect(bake({ ...order, look: grainy }).data).toEqual(bake({ ...order, look: slackWater }).data);
  });

  test.each(textureIds)('%s: off or at rest it is left out; on, it is told in lines', (id) => {
    expect(activeTextures(only({ [id]: { on: false } }))).toEqual([]);
    const [note] = textureNotes(on(id));
    expect(note.label).toBe(textureKind(id).label);
    expect(note.lines.every((line) => line.length > 20 && !line.includes('NaN'))).toBe(true);
  });

  test.each(textureIds)('%s: no NaN or infinity for light from −0.5 to 60', (id) => {
    const uniform = seeded(3);
    const noise = run(
      on(id),
      light(() => [uniform() * 60 - 0.5, uniform() - 0.5, uniform() * 4]),
    );
    for (const plane of noise.planes) expect(plane.every(Number.isFinite)).toBe(true);
  });

  test.each(textureIds)('%s: a wrong number is refused with its place', (id) => {
    const key = Object.keys(textureKind(id).schema.shape)[0];
    const [issue] = textureSchema.safeParse({ [id]: { [key]: 'much' } }).error!.issues;
    expect(issue.path).toEqual([id, key]);
  });

  test.each(textureIds)('%s: a picture of half the size shows the same', (id) => {
    // Common practice: a look is set on a small monitor and finished at full size.
    const soft: At = (x, y) => {
      const v = stopsToLinear(4 * Math.sin(9 * x) * Math.cos(7 * y));
      return [v, v, v];
    };
    const params = id === 'sharpening' ? { amount: 100, radius: 1 } : {};
    const large = run(on(id, params), light(soft, 640, 360));
    const small = run(on(id, params), light(soft, 320, 180));
    const [a, b] = [large.planes[1], small.planes[1]];
    let [moved, differs] = [0, 0];
    b.forEach((v, i) => {
      const at = Math.floor(i / 320) * 2 * 640 + (i % 320) * 2;
      const mean = (a[at] + a[at + 1] + a[at + 640] + a[at + 641]) / 4;
      const before = soft(((i % 320) + 0.5) / 320, (Math.floor(i / 320) + 0.5) / 180)[1];
      moved += Math.abs(Math.log2(v / before));
      differs += Math.abs(Math.log2(mean / v));
    });
    expect(moved / b.length).toBeGreaterThan(1e-4);
    expect(differs).toBeLessThan(moved * 0.6);
  });
});

describe('light', () => {
  test.each(['bloom', 'diffusion'])('%s scatters light and adds none', (id) => {
    const [before, after] = [light(lamp), run(on(id, { radius: 1 }), light(lamp))];
    for (let c = 0; c < 3; c++) expect(sum(after.planes[c]) / sum(before.planes[c])).toBeCloseTo(1, 4);
    expect(Math.max(...after.planes[0])).toBeLessThan(Math.max(...before.planes[0]));
  });

  test.each([
    ['bloom', 320, 180],
    ['diffusion', 320, 180],
    ['bloom', 333, 187],
    ['diffusion', 333, 187],
  ] as const)(
    '%s keeps light within 0.5 %% at any radius, lamps at the edge too (%s×%s)',
    (id, width, height) => {
      const uniform = seeded(8);
      const edge = 12;
      for (const radius of [0.3, 2, 10]) {
        const before = light(() => [0.1, 0.1, 0.1], width, height);
        // Lamps in a band along the left edge and in a corner only.
        for (const plane of before.planes)
          for (let i = 0; i < plane.length; i++) if (i % width < edge && uniform() < 0.2) plane[i] = 30;
        const planes = before.planes.map((p) => Float32Array.from(p)) as unknown as typeof before.planes;
        const after = run(on(id, { amount: 80, radius }), { ...before, planes });
        for (let c = 0; c < 3; c++)
          expect(Math.abs(sum(after.planes[c]) / sum(before.planes[c]) - 1)).toBeLessThan(0.005);
      }
    },
  );

  test.each(['bloom', 'diffusion'])(
    '%s brightens no edge: speckles give column 0 what they give the rest',
    (id) => {
      const uniform = seeded(5);
      const speckle = light(() => [0.05, 0.05, 0.05], 320, 180);
      for (const plane of speckle.planes)
        for (let i = 0; i < plane.length; i++) if (uniform() < 0.02) plane[i] = 40;
      const after = run(on(id, { amount: 80, radius: 3 }), speckle).planes[1];
      const column = (x: number) => {
        let mean = 0;
        for (let y = 0; y < 180; y++) mean += after[y * 320 + x] / 180;
        return mean;
      };
      const edge = (column(0) + column(1) + column(2) + column(3)) / 4;
      expect(edge / (sum(after) / after.length)).toBeLessThan(1.2);
    },
  );

  test('halation adds its share of what is over the threshold, red most', () => {
    const [before, after] = [light(lamp), run(on('halation', { amount: 20, radius: 1 }), light(lamp))];
    const y = stopsToLinear(5) * 0.9;
    const tint = haloColour(80);
    for (let c = 0; c < 3; c++) {
      const over = before.planes[c].reduce((s, v) => (v > 1 ? s + v : s), 0) * excessShare(y, 3);
      const added = sum(after.planes[c]) - sum(before.planes[c]);
      expect(added / over / tint[c] / 0.2).toBeCloseTo(1, 1);
    }
    expect(tint[0]).toBeGreaterThan(tint[1]);
    expect(tint[1]).toBeGreaterThan(tint[2]);
  });

  test.each(['halation', 'bloom'])('%s leaves a picture alone that stays under the threshold', (id) => {
    expect(run(on(id), flat(0.5))).toEqual(flat(0.5));
  });

  test.each(['bloom', 'diffusion', 'sharpening'])('%s leaves an even grey alone', (id) => {
    for (const plane of run(on(id), flat(0.5)).planes)
      expect(plane.reduce((worst, v) => Math.max(worst, Math.abs(v - 0.5)), 0)).toBeLessThan(1e-5);
  });

  test('a vignette takes its stops in the corner and none in the middle', () => {
    const { planes } = run(on('vignette', { corner: -1 }), flat(0.18));
    expect(Math.log2(planes[0][0] / 0.18)).toBeCloseTo(-1, 2);
    expect(planes[0][(height / 2) * width + width / 2]).toBeCloseTo(0.18, 6);
  });

  test('sharpening steepens an edge by what it says, and turns no colour', () => {
    const edge: At = (x) => (x < 0.5 ? [0.2, 0.1, 0.05] : [0.4, 0.2, 0.1]);
    const { planes } = run(on('sharpening', { amount: 100, radius: 1 }), light(edge));
    const middle = (height / 2) * width + width / 2;
    const step = Math.log2(planes[0][middle] / planes[0][middle - 1]);
    expect(step).toBeGreaterThan(1.5);
    const turned = planes[0].reduce((worst, v, i) => Math.max(worst, Math.abs(planes[1][i] / v - 0.5)), 0);
    expect(turned).toBeLessThan(1e-5);
  });
});

describe('grain', () => {
  const density = (plane: Float32Array) => plane.map((v) => carriedGamma * Math.log10(v / 0.18));

  test('its RMS granularity is what a 48 µm disc reads on the negative (ISO 10505, from memory)', () => {
    // 8 mm at this width: 16 pixels lie across the disc.
    const [w, tall] = [Math.round(5800 / 3), 400];
    const { planes } = run(
      on('grain', { gauge: '8mm', rms: 10, colour: 0 }),
      light(() => [0.18, 0.18, 0.18], w, tall),
    );
    const d = density(planes[1]);
    const side = statedAperture.diameter / 3;
    const means: number[] = [];
    for (let cy = side; cy < tall - side; cy += side)
      for (let cx = side; cx < w - side; cx += side) {
        let [total, count] = [0, 0];
        for (let y = Math.ceil(cy - side / 2); y < cy + side / 2; y++)
          for (let x = Math.ceil(cx - side / 2); x < cx + side / 2; x++)
            if (Math.hypot(x - cx, y - cy) < side / 2) {
              total += d[y * w + x];
              count++;
            }
        means.push(total / count);
      }
    const mean = means.reduce((a, b) => a + b, 0) / means.length;
    const rms = Math.sqrt(means.reduce((s, v) => s + (v - mean) ** 2, 0) / means.length) * 1000;
    expect(rms).toBeGreaterThan(9.3);
    expect(rms).toBeLessThan(10.7);
  });

  test('smaller gauges show larger grain (common practice)', () => {
    const shown = ['65mm', '35mm', '16mm', '8mm'].map((gauge) =>
      grainStops(on('grain', { gauge }).grain, 764),
    );
    for (let i = 1; i < 4; i++) expect(shown[i]).toBeGreaterThan(shown[i - 1] * 1.15);
  });

  test('weights act where they say, and its colour share is what differs between channels', () => {
    const deviationAt = (stops: number, params: object, c = 0) => {
      const base = stopsToLinear(stops);
      const { planes } = run(on('grain', params), flat(base));
      return Math.sqrt(planes[c].reduce((s, v) => s + Math.log2(v / base) ** 2, 0) / planes[c].length);
    };
    const weights = { shadows: 0, midtones: 1, highlights: 0.5 };
    expect(deviationAt(-4, weights)).toBeLessThan(1e-6);
    const mid = deviationAt(0, weights);
    expect(mid).toBeCloseTo(grainStops(on('grain', weights).grain, width), 2);
    expect(deviationAt(4, weights) / mid).toBeCloseTo(0.5, 2);
    const [r, g] = run(on('grain', { colour: 0 }), flat(0.18)).planes;
    expect(r).toEqual(g);
    const apart = run(on('grain', { colour: 100 }), flat(0.18)).planes.map((p) =>
      p.map((v) => Math.log2(v / 0.18)),
    );
    const together = apart[0].reduce((s, v, i) => s + v * apart[1][i], 0) / apart[0].length;
    expect(Math.abs(together) / mid ** 2).toBeLessThan(0.03);
  });

  test('does not move the mean of the picture by more than 2 %', () => {
    const { planes } = run(on('grain', { gauge: '8mm', rms: 12 }), flat(0.18));
    expect(sum(planes[0]) / sum(flat(0.18).planes[0])).toBeCloseTo(1, 1);
  });
});

describe('code in, code out', () => {
  const uniform = seeded(5);
  const code = new Float32Array(300).map(() => 0.1 + 0.7 * uniform());
  const recorded: RecordedPicture = {
    code,
    width: 10,
    height: 10,
    profile: heron,
    shot: neutralShot,
  };

  test('at rest the recording itself, within a tenth of a 10-bit code', () => {
    const before = Float32Array.from(code);
    const out = new FinishedCode().of('a', recorded, { notes: [], texture: noTexture });
    out.forEach((v, i) => expect(Math.abs(v - code[i]) * 1023).toBeLessThan(0.1));
    expect(code).toEqual(before);
  });

  test('a stop of the shot lane and a stop of vignette in the corner cancel there', () => {
    const shot = { ...neutralShot, exposure: 1 };
    const out = new FinishedCode().of(
      'a',
      { ...recorded, shot },
      { notes: [], texture: on('vignette', { corner: -1, from: 0 }) },
    );
    // The middle of a corner pixel lies just inside the corner.
    for (let c = 0; c < 3; c++) expect(out[c]).toBeCloseTo(code[c], 2);
  });

  test('what is kept from before never shows: every order of changes gives what a new one gives', () => {
    const steps = [
      on('grain'),
      only({ grain: { on: true }, bloom: { on: true } }),
      only({ grain: { on: true, rms: 3 }, bloom: { on: true } }),
      only({ bloom: { on: true, amount: 50 }, halation: { on: true }, vignette: { on: true } }),
      noTexture,
      on('diffusion'),
    ];
    const note = shotNoteSchema.parse({ id: 'n1', kind: 'window', exposure: -1 });
    const finishes = [
      ...steps.map((texture) => ({ notes: [], texture })),
      { notes: [note], texture: steps[5] },
      { notes: [{ ...note, exposure: 1 }], texture: steps[5] },
      { notes: [note], texture: noTexture },
    ];
    const kept = new FinishedCode();
    for (const finish of finishes)
      expect(kept.of('a', recorded, finish)).toEqual(new FinishedCode().of('a', recorded, finish));
    const other = { ...recorded, code: code.map((v) => v * 0.9) };
    expect(kept.of('b', other, finishes[1])).toEqual(new FinishedCode().of('b', other, finishes[1]));
  });
});
