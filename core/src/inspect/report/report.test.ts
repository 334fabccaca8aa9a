import { startingLooks } from '../identify/knownLooks.ts';
import { describe, expect, test } from 'vitest';
import { lookFrom } from '../../look/startingPoints.ts';
import { gridCodes, unitDomain } from '../../lut/cube.ts';
import { type Lut, lutOf } from '../../lut/lut.ts';
import { newLook } from '../../look/document.ts';
import { bake, type BakeOrder } from '../../order/bake.ts';
import { roleIds } from '../../order/roles/index.ts';
import { standardDisplay } from '../../render/display.ts';
import { defaultGreySignal, renderingPresets } from '../../render/presets.ts';
import { allProfiles, profileOf } from '../../testing/profiles.ts';
import { reportLut } from './report.ts';

const heron = profileOf('heron');
const cameras = ['heron', 'wren', 'plover', 'curlew', 'plover-video'].map(profileOf);
const baked = (role: BakeOrder['role'], look: string, more: Partial<BakeOrder> = {}): Lut =>
  lutOf({
    ...bake({
      role,
      profile: heron,
      look: look === '' ? newLook('At rest') : lookFrom(look, look),
      display: standardDisplay,
      grid: 33,
      to: profileOf('wren'),
      offset: 1,
      ...more,
    }),
    title: '',
    comments: [],
  });
const of = (lut: Lut) => reportLut(lut, allProfiles, startingLooks());

const identity: Lut = lutOf({
  kind: '3d',
  size: 33,
  ...unitDomain,
  data: gridCodes(33),
  title: '',
  comments: [],
});

describe('a conversion', () => {
  const { greys, colours, precision, headline, faults } = of(baked('conversion', ''));

  test('has its greys where the tone scale has them', () => {
    expect(greys.midGrey).toBeCloseTo(defaultGreySignal * 100, 0);
    expect(greys.contrast).toBeCloseTo(renderingPresets.standard.contrast, 1);
    expect(greys.black).toBeLessThan(2);
    expect(greys.white).toBeGreaterThan(99);
    expect(greys.keeps.low).toBeLessThan(-6);
    expect(greys.keeps.high).toBeGreaterThan(5);
    expect(greys.worstTint.chroma).toBeLessThan(0.01);
    greys.stops.forEach((s, i) => {
      if (s > -6 && s < 5) expect(Math.abs(greys.shown[i] - greys.plain[i])).toBeLessThan(1.5);
    });
  });

  test('moves no hue, no skin and no luminance', () => {
    expect(colours.saturation).toBeCloseTo(1, 1);
    expect(Math.abs(colours.mostTurned.degrees)).toBeLessThan(1);
    expect(colours.isColourOnly).toBe(true);
    for (const { deltaE } of colours.skin) expect(deltaE).toBeLessThan(1.2);
  });

  test('is said so in one sentence, and is sound', () => {
    expect(headline).toBe('A conversion from Heron log to BT.709, gamma 2.4; 33 points, sound.');
    expect(faults).toEqual([]);
    expect(precision.under + precision.over).toBe(0);
  });
});

describe('what a look does is told', () => {
  test('cool shadows as a tint of shadows', () => {
    const { greys, colours } = of(baked('combined', 'cold-dusk'));
    expect(greys.shadows[1]).toBeLessThan(-1);
    expect(colours.saturation).toBeLessThan(0.95);
    expect(greys.contrast).toBeGreaterThan(1.6);
  });

  test('colour alone as colour alone, and a look with contrast not', () => {
    expect(of(baked('creative-display', 'warm-colour')).colours.isColourOnly).toBe(true);
    expect(of(baked('creative-display', 'faded-day')).colours.isColourOnly).toBe(false);
  });

  test('pale skin as pale, and warm skin as turned', () => {
    const { skin } = of(baked('combined', 'silver')).colours;
    expect(Math.max(...skin.map((s) => s.deltaE))).toBeGreaterThan(8);
    const turns = of(baked('combined', 'amber-street')).colours.skin.map((s) => s.turn);
    expect(Math.max(...turns.map(Math.abs))).toBeGreaterThan(3);
  });

  test('a log LUT is looked at through a conversion', () => {
    const log = of(baked('creative-log', 'cold-dusk')).greys;
    const shown = of(baked('combined', 'cold-dusk')).greys;
    expect(Math.abs(log.midGrey - shown.midGrey)).toBeLessThan(0.6);
    expect(Math.abs(log.contrast - shown.contrast)).toBeLessThan(0.06);
  });
});

describe('how finely it answers', () => {
  test('of the identity one code of 8 bits is one step of 255, of 10 bits a quarter (255 / 1023)', () => {
    const { banding, roughness } = of(identity).precision;
    expect(banding[0]).toMatchObject({ bits: 8 });
    expect(banding[0].steps).toBeCloseTo(1, 3);
    expect(banding[1].steps).toBeCloseTo(255 / 1023, 3);
    expect(roughness.p99).toBeLessThan(1e-6);
  });

  test('a log conversion bands at 8 bits and not at 10 (common practice)', () => {
    const [eight, ten] = of(baked('conversion', '')).precision.banding;
    expect(eight.steps).toBeGreaterThan(2);
    expect(ten.steps).toBeLessThan(1);
  });

  test('values outside the signal are counted', () => {
    const [stage] = identity.stages;
    const data = gridCodes(33).map((v) => v * 1.2 - 0.1);
    const { under, over, low, high } = of({ ...identity, stages: [{ ...stage, data } as never] }).precision;
    expect(under).toBeCloseTo(3 / 33, 2);
    expect(over).toBeCloseTo(3 / 33, 2);
    expect([low, high].map((v) => v.toFixed(2))).toEqual(['-0.10', '1.10']);
  });
});

describe('tinted neutrals', () => {
  const gained = (lut: Lut, gains: readonly number[]): Lut => ({
    ...lut,
    stages: lut.stages.map((s) =>
      s.kind === '3d' ? { ...s, data: s.data.map((v, i) => v * gains[i % 3]) } : s,
    ),
  });

  test.each(cameras.map((c) => [c.id, c] as const))(
    'a cast over a conversion of %s is a fault',
    (_, profile) => {
      const lut = gained(baked('conversion', '', { profile }), [1, 1, 0.975]);
      const { faults, headline, identity: what } = of(lut);
      expect(faults.map((f) => f.id)).toEqual(['tintedNeutrals']);
      expect(faults[0].size).toBeGreaterThan(0.01);
      expect(what.readings[what.chosen].role).toBe('conversion');
      expect(headline).toMatch(/^(A|Probably a) conversion from .* with tinted neutrals\.$/);
    },
  );

  test.each(['cool-colour', 'warm-colour'])('the tint of a look, %s, is none, at any strength', (id) => {
    for (const strength of [1, 0.4])
      for (const role of ['combined', 'creative-display'] as const) {
        const look = { ...lookFrom(id, id), strength };
        const lut = lutOf(bake({ role, profile: heron, look, display: standardDisplay, grid: 17 }));
        // Without any look known: by what it does alone.
        expect(reportLut(lut, allProfiles, []).faults, `${role} ${strength}`).toEqual([]);
      }
  });
});

test.each(cameras.map((c) => [c.id, c] as const))(
  'nothing is reported on any role of %s, at 17 points or 33',
  (_, profile) => {
    for (const [i, role] of roleIds.entries())
      for (const grid of profile === heron ? [17, 33] : [i % 2 === 0 ? 17 : 33]) {
        const { faults } = of(baked(role, 'cold-dusk', { profile, grid }));
        expect(faults, `${role} ${grid}`).toEqual([]);
      }
  },
  60_000,
);
