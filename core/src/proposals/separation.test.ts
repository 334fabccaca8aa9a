import { expect, test } from 'vitest';
import { makeCodec } from '../camera/codec.ts';
import { record } from '../camera/sensor.ts';
import { bt709 } from '../colour/spaces/index.ts';
import { type Look, lookSchema, newLook } from '../look/document.ts';
import { seeded } from '../numeric/random.ts';
import { sparse } from '../numeric/sparse.ts';
import { codeToLight } from '../order/end.ts';
import type { Reading } from '../readings/reading.ts';
import { noMarks } from '../recording/areas.ts';
import { demoScene } from '../testing/demoScenes.ts';
import { evaluatorOfLight } from '../testing/evaluated.ts';
import { profileOf } from '../testing/profiles.ts';
import { propose } from './index.ts';
import type { PlateEvaluator } from './plateEvaluator.ts';

/** Subject and surround parted by what they differ in: common practice is to work on one of the three, or on two. */

type Rgb = readonly [number, number, number];
const [width, height] = [40, 20];
const left = { x0: 0, y0: 0, x1: 0.5, y1: 1 };
const right = { x0: 0.5, y0: 0, x1: 1, y1: 1 };

/** A picture whose left half is the subject and whose right half is the surround, uneven as surfaces are. */
function evaluatorOf(subject: Rgb, surround: Rgb): PlateEvaluator {
  const uniform = seeded(5);
  const light = new Float32Array(width * height * 3);
  for (let i = 0; i < width * height; i++) {
    const colour = i % width < width / 2 ? subject : surround;
    const shade = 0.85 + 0.3 * uniform();
    light.set(
      colour.map((v) => v * shade),
      i * 3,
    );
  }
  return evaluatorOfLight(light, {
    width,
    height,
    marks: { ...noMarks, subject: [left], background: [right] },
  });
}
const rest = newLook('Rest');
const reading = (evaluator: PlateEvaluator, look: Look = rest): Reading =>
  evaluator.readAll(evaluator.asItIs(look)).find((r) => r.id === 'separation')!;
const offersOf = (evaluator: PlateEvaluator, look: Look = rest) =>
  propose(evaluator, look).find((p) => p.readingId === 'separation')?.offers ?? [];
const after = (evaluator: PlateEvaluator, look: Look) =>
  evaluator.read('separation', evaluator.asItIs(look)).value!;

/** One colour against another of its hue, a little darker and paler. */
const alike = evaluatorOf([0.27, 0.16, 0.1], [0.178, 0.116, 0.076]);

test('a separation is told in three, each with a target of its own', () => {
  const { parts, value, verdict } = reading(alike);
  expect(parts!.map((p) => p.label)).toEqual(['lightness', 'saturation', 'hue']);
  expect(value).toBeLessThan(10);
  expect(verdict).not.toBe('holds');
  expect(parts!.every((p) => p.verdict !== 'holds')).toBe(true);
  const parted = reading(evaluatorOf([0.5, 0.3, 0.19], [0.1, 0.1, 0.1])).parts!;
  expect(parted[0].verdict).toBe('holds');
  // Of grey there is no hue to be told.
  expect(parted[2]).toMatchObject({ text: '–', verdict: 'none' });
});

test.each<[string, Rgb, Rgb]>([
  ['lightness 10, saturation 10, hue 2°', [0.27, 0.16, 0.1], [0.178, 0.116, 0.076]],
  ['one lightness, hues near each other', [0.205, 0.16, 0.103], [0.187, 0.166, 0.103]],
  ['greys, one a little darker', [0.22, 0.22, 0.22], [0.165, 0.165, 0.165]],
])('%s: parted by each of what is offered', (_, subject, surround) => {
  const evaluator = evaluatorOf(subject, surround);
  const before = reading(evaluator);
  expect(before.value).toBeLessThan(10);
  const offers = offersOf(evaluator);
  expect(offers.length).toBeGreaterThan(0);
  for (const { look } of offers) expect(after(evaluator, look)).toBeGreaterThan(10);
});

test('where one move is not enough, two are made together', () => {
  const evaluator = evaluatorOf([0.3, 0.16, 0.1], [0.246, 0.131, 0.082]);
  expect(reading(evaluator).value).toBeLessThan(6);
  const [offer] = offersOf(evaluator);
  expect(offer.does).toMatch(/^Lighten the subject.*, darken the surround/);
  expect(after(evaluator, offer.look)).toBeGreaterThan(10);
  expect(offer.look.steps).toHaveLength(rest.steps.length + 2);
});

test('on a plate that a look has flattened the subject is brought out again, by each offer', () => {
  const profile = profileOf('heron');
  const { rgb, width: w, height: h } = demoScene('quay-blue-hour');
  const code = record(rgb, bt709, makeCodec(profile), { exposure: 0, sensitivity: 800, seed: 3 });
  const small = sparse(code, w, h, 4000);
  codeToLight(profile)(small.rgb);
  const box = (x0: number, y0: number, x1: number, y1: number) => [
    { x0: x0 / w, y0: y0 / h, x1: x1 / w, y1: y1 / h },
  ];
  const marks = { ...noMarks, subject: box(340, 180, 560, 330), background: box(760, 200, 1200, 420) };
  const evaluator = evaluatorOfLight(small.rgb, { width: small.width, height: small.height, marks });
  const flat = lookSchema.parse({
    ...rest,
    steps: [
      { id: 'c', type: 'contrast', params: { contrast: 0.5 } },
      { id: 's', type: 'saturation', params: { amount: 0.1 } },
    ],
  });
  const before = reading(evaluator, flat);
  expect(before.miss).toBeGreaterThan(0);
  const offers = offersOf(evaluator, flat);
  expect(offers.length).toBeGreaterThan(0);
  for (const { look } of offers) expect(after(evaluator, look)).toBeGreaterThan(before.value! + 0.9);
});

test('colours that no selection can tell apart are left alone', () => {
  expect(offersOf(evaluatorOf([0.2, 0.15, 0.11], [0.195, 0.147, 0.108]))).toEqual([]);
});
