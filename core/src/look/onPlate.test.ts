import { expect, test } from 'vitest';
import { type CardPlate, lookCard } from './card.ts';
import { newLook } from './document.ts';
import {
  lookOnPlate,
  plateStrengthNotes,
  plateStrengthsSchema,
  strengthOnPlate,
  withStrength,
} from './onPlate.ts';

const look = { ...newLook('Dusk'), id: 'dusk', strength: 0.8 };

test('a plate takes a look as strong as it says, unless it has a strength of its own for that very look', () => {
  expect(lookOnPlate(look, {})).toBe(look);
  expect(lookOnPlate(look, { other: 0.3 })).toBe(look);
  expect(lookOnPlate(look, { dusk: 0.6 })).toEqual({ ...look, strength: 0.6 });
  expect(lookOnPlate(look, { dusk: 0 }).strength).toBe(0);
  // A look that is tried is none of the project's.
  expect(strengthOnPlate({ strength: 0.8 }, { dusk: 0.6 })).toBe(0.8);
});

test('strengths are kept by look, taken back, and refused beyond none and all of it', () => {
  expect(withStrength({ other: 0.3 }, 'dusk', 0.6)).toEqual({ other: 0.3, dusk: 0.6 });
  expect(withStrength({ other: 0.3, dusk: 0.6 }, 'dusk', null)).toEqual({ other: 0.3 });
  for (const wrong of [-0.1, 1.1, NaN])
    expect(plateStrengthsSchema.safeParse({ dusk: wrong }).success).toBe(false);
});

test('the look card tells the plates that take another strength, and which file can be mixed', () => {
  const plates: CardPlate[] = [
    { name: 'Quay', texture: {}, strengths: { dusk: 0.6 } },
    { name: 'Marsh', texture: {}, strengths: { other: 0.4 } },
  ];
  expect(plateStrengthNotes('dusk', plates)).toEqual(['Quay: at 60 %']);
  const { id, ...document } = look;
  const card = lookCard(document, { plates, id });
  expect(card).toContain('at 80 %');
  expect(card).toMatch(/On single plates \(mix the creative file[^\n]*\n {4}Quay: at 60 %\n/);
  expect(card).not.toContain('Marsh');
  expect(lookCard(document, { plates, id: 'another' })).not.toContain('On single plates');
});
