import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { parseProfile } from '../camera/profile.ts';
import { lookSchema, newLook, type Look } from '../look/document.ts';
import { compilePipeline } from '../order/pipeline.ts';
import { stopHistogram } from '../scopes/stopHistogram.ts';
import { vectorscope } from '../scopes/vectorscope.ts';
import { waveform } from '../scopes/waveform.ts';
import { readingIds } from './ids.ts';
import { readingDefinition, readingDefinitions, takeReadings } from './index.ts';
import { lumaPercentile } from './luma.ts';
import { pixelsInAreas } from './reading.ts';
import { noMarks } from '../recording/areas.ts';
import { usualPractice } from './practice.ts';
import { judge, worstVerdict } from '../numeric/verdict.ts';
import { chromaOf, lumaOf, skinLineDegrees } from '../colour/ycbcr.ts';
import { onStandard } from '../testing/onStandard.ts';

const heron = parseProfile(
  JSON.parse(readFileSync(new URL('../../../demo/profiles/heron.json', import.meta.url), 'utf8')),
  'heron',
);
const withStep = (type: string, params: object): Look =>
  lookSchema.parse({ ...newLook('t'), steps: [{ id: type, type, params }] });

/** Readings of a signal that is given, under a look. @param plain the signal without the look. */
function read(
  look: Look,
  signal: Float32Array,
  skin: { x0: number; y0: number; x1: number; y1: number }[] = [],
  practice = usualPractice,
  plain?: Float32Array,
) {
  const width = signal.length / 3;
  const pipeline = compilePipeline({ profile: heron, look: onStandard(look) });
  const scene = signal.map(() => 0.18);
  const context = { width, height: 1, signal, scene, pipeline, practice, marks: { ...noMarks, skin } };
  const asShot = plain && (() => ({ ...context, signal: plain }));
  const readings = takeReadings({ ...context, asShot });
  return Object.fromEntries(readings.map((r) => [r.id, r]));
}
const ramp = new Float32Array(3000).map((_, i) => Math.floor(i / 3) / 999);

test('mid-grey: at rest it holds at 42 %; half a stop under is said in stops', () => {
  expect(read(newLook('t'), ramp).midGrey).toMatchObject({ verdict: 'holds', text: '42.0 %' });
  const dark = read(withStep('exposure', { stops: -0.5 }), ramp).midGrey;
  expect(dark.verdict).toBe('fails');
  expect(dark.detail).toContain('a shift of −0.50 stops');
});

test('black, white, crushed and clipped are read from the picture', () => {
  const r = read(newLook('t'), ramp);
  expect(r.black.value).toBeLessThan(0.3);
  expect(r.white.value).toBeGreaterThan(99.7);
  const crushed = ramp.map((v) => (v < 0.25 ? 0 : v));
  expect(read(newLook('t'), crushed).crushed.value).toBeCloseTo(25, 0);
  expect(read(newLook('t'), crushed).crushed.verdict).toBe('fails');
  const clipped = ramp.map((v, i) => (i % 3 === 0 && v > 0.99 ? 1 : v * 0.99));
  expect(read(newLook('t'), clipped).clipped).toMatchObject({ verdict: 'close' });
});

test('neutral drift: none at rest, some with a tint, and where it lies is said', () => {
  expect(read(newLook('t'), ramp).neutral.value).toBeLessThan(0.1);
  const teal = read(withStep('zones', { shadows: { warm: -1, green: 0.5 } }), ramp).neutral;
  expect(teal.verdict).not.toBe('holds');
  expect(teal.detail).toMatch(/The grey at −2\.[05] stops drifts most/);
});

/** A signal colour at a hue angle from +Cb. */
function atHue(degrees: number): number[] {
  const [cb, cr] = [0.1 * Math.cos((degrees * Math.PI) / 180), 0.1 * Math.sin((degrees * Math.PI) / 180)];
  const [y, r, b] = [0.5, 0.5 + 1.5748 * cr, 0.5 + 1.8556 * cb];
  return [r, (y - 0.2126 * r - 0.0722 * b) / 0.7152, b];
}

test.each([
  [0, 'holds', 'on the line'],
  [-8, 'close', 'toward magenta'],
  [15, 'fails', 'toward green'],
])('skin turned by %d° from the line %s', (turn, verdict, lean) => {
  const signal = Float32Array.from(
    Array(100)
      .fill(atHue(skinLineDegrees + turn))
      .flat() as number[],
  );
  const { skinHue } = read(newLook('t'), signal, [{ x0: 0, y0: 0, x1: 1, y1: 1 }]);
  expect(skinHue.value).toBeCloseTo(turn, 3);
  expect(skinHue).toMatchObject({ verdict });
  expect(skinHue.detail).toContain(lean);
});

test('schools of practice move the bands: black point and skin lean', () => {
  const lifted = ramp.map((v) => 0.06 + 0.94 * v);
  const black = (blackPoint: 'clean' | 'lifted' | 'faded') =>
    read(newLook('t'), lifted, [], { ...usualPractice, blackPoint }, ramp).black;
  expect([black('clean').verdict, black('lifted').verdict, black('faded').verdict]).toEqual([
    'fails',
    'fails',
    'holds',
  ]);
  const skin = Float32Array.from(
    Array(100)
      .fill(atHue(skinLineDegrees + 12))
      .flat() as number[],
  );
  const leant = read(newLook('t'), skin, [{ x0: 0, y0: 0, x1: 1, y1: 1 }], {
    ...usualPractice,
    skinLean: 10,
  });
  expect(leant.skinHue.verdict).toBe('holds');
  expect(leant.skinHue.target).toContain('within 6° of +10.0° from the skin line');
});

test('skin level and saturation are means over the skin', () => {
  const skin = Float32Array.from(Array(50).fill(atHue(skinLineDegrees)).flat() as number[]);
  const r = read(newLook('t'), skin, [{ x0: 0, y0: 0, x1: 1, y1: 1 }]);
  expect(r.skinLevel.value).toBeCloseTo(50, 3);
  expect(r.skinSaturation.value).toBeCloseTo(10, 3);
});

test('the colour of the ends: how much, and which way it leans', () => {
  const blueShadows = ramp.map((v, i) => (v < 0.2 && i % 3 === 2 ? v + 0.08 : v));
  const r = read(newLook('t'), blueShadows);
  expect(r.shadowColour.verdict).not.toBe('holds');
  expect(r.shadowColour.detail).toMatch(/made more blue by the look/);
  expect(r.highlightColour).toMatchObject({ verdict: 'holds' });
  expect(
    read(
      newLook('t'),
      ramp.map(() => 0.5),
    ).highlightColour.verdict,
  ).toBe('none');
});

test('luminance change is measured on greys, and judged by the colour-only school alone', () => {
  const dark = withStep('exposure', { stops: -0.5 });
  expect(read(dark, ramp).luminanceChange.verdict).toBe('none');
  const colourOnly = { ...usualPractice, touch: 'colourOnly' } as const;
  expect(read(dark, ramp, [], colourOnly).luminanceChange.verdict).toBe('fails');
  expect(read({ ...dark, colourOnly: true }, ramp, [], colourOnly).luminanceChange.verdict).toBe('holds');
  expect(read(newLook('t'), ramp).luminanceChange.value).toBe(0);
});

test('separation needs both marks, and is the ΔE2000 of their means', () => {
  const pipeline = compilePipeline({ profile: heron, look: onStandard(newLook('t')) });
  const signal = Float32Array.from([0.5, 0.5, 0.5, 0.2, 0.2, 0.3]);
  const half = (x0: number) => [{ x0, y0: 0, x1: x0 + 0.5, y1: 1 }];
  const context = { width: 2, height: 1, signal, scene: signal, pipeline, practice: usualPractice };
  const marks = { skin: [], subject: half(0), background: half(0.5) };
  const apart = takeReadings({ ...context, marks }).find((r) => r.id === 'separation')!;
  expect(apart.verdict).toBe('holds');
  expect(apart.value).toBeGreaterThan(25);
  expect(takeReadings({ ...context, marks: noMarks }).find((r) => r.id === 'separation')!.verdict).toBe(
    'none',
  );
});

test('a picture without skin has no skin reading', () => {
  expect(read(newLook('t'), ramp).skinHue).toMatchObject({ value: null, verdict: 'none' });
});

test('luma and chroma are those of ITU-R BT.709-6 item 3', () => {
  expect(lumaOf(1, 1, 1)).toBeCloseTo(1, 12);
  expect(chromaOf(0, 0, 1)[0]).toBeCloseTo(0.5, 12);
  expect(chromaOf(1, 0, 0)[1]).toBeCloseTo(0.5, 12);
});

test('verdicts: inside holds, within the slack close, beyond fails; a plate is as its worst', () => {
  const band = { low: 10, high: 20, slack: 5 };
  expect([10, 20, 7, 25, 4.9, 26].map((v) => judge(v, band).verdict)).toEqual([
    'holds',
    'holds',
    'close',
    'close',
    'fails',
    'fails',
  ]);
  expect(judge(25, band).miss).toBeCloseTo(1, 12);
  expect(judge(9, band).miss).toBeCloseTo(0.2, 12);
  expect(worstVerdict(['holds', 'none', 'close'])).toBe('close');
  expect(worstVerdict(['none'])).toBe('none');
});

test('percentiles count from below', () => {
  const luma = Float32Array.from({ length: 1000 }, (_, i) => i / 999);
  expect(lumaPercentile(luma, 0.1)).toBeCloseTo(0.1, 2);
  expect(lumaPercentile(luma, 0.999)).toBeCloseTo(1, 2);
});

test('scopes put every pixel where it belongs, and count each once', () => {
  const signal = Float32Array.from([0, 0.5, 1, 1, 0.5, 0]);
  const w = waveform(signal, 2, 2, 108);
  expect(w.counts.map((c) => c.reduce((a, b) => a + b, 0))).toEqual([2, 2, 2]);
  const levelOf = (v: number) => Math.floor(((v - w.low) / (w.high - w.low)) * w.levels);
  expect(w.counts[0][levelOf(0)]).toBe(1);
  expect(w.counts[0][w.levels + levelOf(1)]).toBe(1);
  const v = vectorscope(Float32Array.from([0.5, 0.5, 0.5, 0, 0, 1]), 100);
  expect(v.counts[50 * 100 + 50]).toBe(1);
  expect(v.counts.reduce((a, b) => a + b, 0)).toBe(2);
  const h = stopHistogram(Float32Array.from([0.18, 0.18, 0.18, 0.36, 0.36, 0.36, -1, -1, -1, 99, 99, 99]));
  expect(h.shares.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 6);
  expect(h.shares[8 * 8]).toBeCloseTo(0.25, 6);
  expect(h.shares[9 * 8]).toBeCloseTo(0.25, 6);
  expect(h.shares[0]).toBeCloseTo(0.25, 6);
  expect(h.shares[h.shares.length - 1]).toBeCloseTo(0.25, 6);
});

test('a band says how widely it is shared', () => {
  const target = (id: string) => readingDefinition(id).target(usualPractice);
  expect(target('black')).toContain('(common practice: ');
  for (const id of ['white', 'skinLevel']) expect(target(id)).toContain('(one practice of several: ');
});

test('pixels of areas are those whose centre lies in one, in their order and once', () => {
  const size = { width: 13, height: 7 };
  const areas = [
    { x0: 0.1, y0: 0.2, x1: 0.55, y1: 0.6 },
    { x0: 0.5, y0: 0.5, x1: 1, y1: 1 },
    { x0: 0.5 / 13, y0: 0, x1: 1.5 / 13, y1: 0.5 / 7 },
  ];
  const inside = (pixel: number) => {
    const [x, y] = [((pixel % 13) + 0.5) / 13, (Math.floor(pixel / 13) + 0.5) / 7];
    return areas.some((a) => x >= a.x0 && x < a.x1 && y >= a.y0 && y < a.y1);
  };
  const all = Array.from({ length: 13 * 7 }, (_, i) => i);
  expect([...pixelsInAreas(size, areas)]).toEqual(all.filter(inside));
  expect([...pixelsInAreas(size, [])]).toEqual([]);
});

test('each reading is listed by its own ID', () => {
  expect(readingDefinitions.map((d) => d.id)).toEqual([...readingIds]);
});
