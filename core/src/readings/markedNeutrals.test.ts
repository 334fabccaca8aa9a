import { expect, test } from 'vitest';
import { type Look, lookSchema, newLook } from '../look/document.ts';
import { recordingOf } from '../plate/recordingOf.ts';
import { propose } from '../proposals/index.ts';
import { noMarks } from '../recording/areas.ts';
import { evaluatorOfLight } from '../testing/evaluated.ts';
import { profileOf } from '../testing/profiles.ts';
import { plainRecording } from '../testing/recorded.ts';
import { seeded } from '../numeric/random.ts';
import { markedNeutrals } from './markedNeutrals.ts';

/** Neutrals that are marked by name, under a look: common practice is to watch shirts, eyes and cloth. */

const [width, height] = [40, 20];
const shirt = { name: 'Shirt', area: { x0: 0, y0: 0, x1: 0.5, y1: 1 } };
const card = { name: 'Grey card', area: { x0: 0.5, y0: 0, x1: 1, y1: 1 } };

/** A shirt a stop over mid-grey that is a little warm, and a grey card two stops under it. */
const uniform = seeded(9);
const light = Float32Array.from({ length: width * height * 3 }, (_, i) => {
  const isShirt = Math.floor(i / 3) % width < width / 2;
  const shade = 0.95 + 0.1 * uniform();
  return isShirt ? [0.37, 0.36, 0.35][i % 3] * shade : 0.09 * shade;
});
const evaluator = evaluatorOfLight(light, {
  width,
  height,
  marks: { ...noMarks, neutrals: [shirt, card] },
});
const rest = newLook('Rest');
const tinted = (zones: object): Look =>
  lookSchema.parse({ ...rest, steps: [{ id: 'z', type: 'zones', params: zones }] });
const read = (look: Look) => markedNeutrals(evaluator.context(evaluator.asItIs(look)));
const neutral = (look: Look) => evaluator.readAll(evaluator.asItIs(look)).find((r) => r.id === 'neutral')!;

test('a look that tints nothing leaves them alone, also where one was not grey to begin with', () => {
  for (const { error, cb, cr } of read(rest)) {
    expect(error).toBeLessThan(0.01);
    expect(Math.abs(cb) + Math.abs(cr)).toBeLessThan(1e-4);
  }
  // Lighter is no other colour.
  const lighter = lookSchema.parse({
    ...rest,
    steps: [{ id: 'e', type: 'exposure', params: { stops: 0.5 } }],
  });
  for (const { error } of read(lighter)) expect(error).toBeLessThan(1.5);
});

test('each is told by its name, with its Cb and Cr against without the look', () => {
  const { parts } = neutral(tinted({ highlights: { warm: 0.6 }, midtones: { warm: 0.6 } }));
  expect(parts!.map((p) => p.label)).toEqual(['Shirt', 'Grey card']);
  const [shirtPart] = parts!;
  expect(shirtPart.text).toMatch(/^ΔE \d+\.\d, Cb −\d\.\d, Cr \+\d\.\d %$/);
  // Without marks there is nothing to tell.
  const unmarked = evaluatorOfLight(light, { width, height });
  expect(unmarked.readAll(unmarked.asItIs(rest)).find((r) => r.id === 'neutral')!.parts).toBeUndefined();
});

test('one that gets a cast is held by a box about its tone; what is darker keeps the look', () => {
  const look = tinted({
    highlights: { warm: 0.9 },
    midtones: { warm: 0.9, green: 0.3 },
    shadows: { warm: 0.5 },
  });
  const [before] = read(look);
  expect(before.error).toBeGreaterThan(7);
  const { offers } = propose(evaluator, look).find((p) => p.readingId === 'neutral')!;
  const [held] = offers;
  expect(held.does).toMatch(/^Hold Shirt: amber −0\.\d\d, green [+−]0\.\d\d within 1 st$/);
  const [shirtAfter, cardAfter] = read(held.look);
  expect(shirtAfter.error).toBeLessThan(1);
  const cardBefore = read(look)[1];
  expect(cardAfter.error).toBeGreaterThan(cardBefore.error * 0.6);
  // The other way, for all greys, is there to choose as well.
  expect(offers.map((o) => o.does).join()).toMatch(/Tints of the zones at/);
});

test('they come from the marks of a plate: neutrals and cards, by the name that a person gave', () => {
  const plate = {
    ...plainRecording('a', profileOf('heron')),
    facts: null,
    marks: [
      { id: 'm1', kind: 'neutral' as const, area: shirt.area, name: 'Shirt' },
      { id: 'm2', kind: 'greyCard' as const, area: card.area },
      { id: 'm3', kind: 'skin' as const, area: card.area, name: 'Face' },
    ],
  };
  expect(recordingOf(plate, profileOf('heron')).marks.neutrals).toEqual([shirt, card]);
  expect(recordingOf({ ...plate, marks: [] }, profileOf('heron')).marks).not.toHaveProperty('neutrals');
});
