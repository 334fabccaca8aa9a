import { expect, test } from 'vitest';
import { acceptedMissesSchema, acceptedNotes, acceptedOn, withAccepted } from '../look/acceptedMisses.ts';
import { lookCard } from '../look/card.ts';
import { type Look, lookSchema, newLook } from '../look/document.ts';
import { recipeHash } from '../look/hash.ts';
import { worstVerdict } from '../numeric/verdict.ts';
import { looksOnPlates } from '../pack/onPlates.ts';
import type { EvaluatedPlate } from '../proposals/plateEvaluator.ts';
import { propose } from '../proposals/index.ts';
import { suitedStrength } from '../proposals/strength.ts';
import { demoLight, demoSceneNames } from '../testing/demoScenes.ts';
import { evaluatorOfLight } from '../testing/evaluated.ts';
import { acceptedWords } from '../trial/boardWords.ts';
import { cellResult, judgeCell } from '../trial/result.ts';

/** Readings that are meant to miss, and the strength that is advised. */

const light = demoLight('marsh-noon', 2500);
const withStep = (type: string, params: object): Look =>
  lookSchema.parse({ ...newLook('Faded'), steps: [{ id: type, type, params }] });
const faded = withStep('blackWhitePoint', { black: 2 });
const readingsOf = (look: Look, said: Partial<EvaluatedPlate> = {}) => {
  const evaluator = evaluatorOfLight(light, said);
  return evaluator.readAll(evaluator.asItIs(look));
};
const accepted = { black: 'morning haze' };

test('a miss that is accepted, of a plate or of a look, has no verdict, keeps its number and says why', () => {
  const before = readingsOf(faded).find((r) => r.id === 'black')!;
  expect(before.verdict).toBe('fails');
  for (const readings of [
    readingsOf(faded, { acceptedMisses: accepted }),
    readingsOf({ ...faded, acceptedMisses: accepted }),
  ]) {
    const black = readings.find((r) => r.id === 'black')!;
    expect(black).toMatchObject({ verdict: 'none', miss: 0, value: before.value, accepted: 'morning haze' });
    expect(worstVerdict(readings.map((r) => r.verdict))).not.toBe('fails');
  }
});

test('nothing is offered for it, others are judged as ever, and what holds is not called accepted', () => {
  const evaluator = evaluatorOfLight(light, { acceptedMisses: { ...accepted, white: 'no whites' } });
  expect(propose(evaluator, faded).map((p) => p.readingId)).not.toContain('black');
  expect(propose(evaluatorOfLight(light), faded).map((p) => p.readingId)).toContain('black');
  const untouched = evaluator.readAll(evaluator.asItIs(newLook('Rest')));
  expect(untouched.filter((r) => r.accepted !== undefined)).toEqual([]);
});

test('a cell counts it, and a board says so', () => {
  const place = { row: 0, column: 0, switch: 0 };
  const cell = cellResult(place, readingsOf({ ...faded, acceptedMisses: accepted }));
  expect(judgeCell(cell).verdict).not.toBe('fails');
  expect(acceptedWords([cell, { ...cell, row: 1 }])).toBe('Accepted: Black in 2 cells');
  expect(acceptedWords([cellResult(place, readingsOf(newLook('Rest')))])).toBeNull();
});

test('the reason of a plate goes ahead of that of the look; both stand on the card, by name', () => {
  const plate = { name: 'Marsh', texture: {}, strengths: { a: 0.6 }, acceptedMisses: accepted };
  const look = { ...faded, acceptedMisses: { black: 'faded on purpose', white: 'no whites' } };
  expect(acceptedOn(look, plate)).toEqual({ black: 'morning haze', white: 'no whites' });
  const label = (id: string) => id.toUpperCase();
  const lines = ['BLACK: faded on purpose', 'WHITE: no whites', 'Marsh, BLACK: morning haze'];
  expect(acceptedNotes(look, [plate], label)).toEqual(lines);
  expect(lookCard(look, { plates: [plate], readingLabel: label })).toContain(
    ['Readings that are meant to miss', ...lines.map((l) => `  ${l}`)].join('\n'),
  );
  expect(lookCard(faded)).not.toContain('meant to miss');
  expect(looksOnPlates([{ id: 'a', document: look }], [plate])).toEqual([
    {
      lookId: 'a',
      strengths: ['Marsh: at 60 %'],
      texture: [],
      accepted: ['Black: faded on purpose', 'White: no whites', 'Marsh, Black: morning haze'],
    },
  ]);
  const plain = { name: 'Quay', texture: {}, strengths: {} };
  expect(looksOnPlates([{ id: 'a', document: faded }], [plain])).toBeUndefined();
});

test('it is kept with a reason, taken back, and changes no recipe; without a reason it is refused', () => {
  const kept = withAccepted({ acceptedMisses: { white: 'no whites' } }, 'black', 'haze');
  expect(kept).toEqual({ white: 'no whites', black: 'haze' });
  expect(withAccepted({ acceptedMisses: kept }, 'white', null)).toEqual({ black: 'haze' });
  expect(recipeHash({ ...faded, acceptedMisses: kept })).toBe(recipeHash(faded));
  expect(acceptedMissesSchema.safeParse({ black: '  ' }).success).toBe(false);
});

test('a look that does little is advised at half and more on every plate, however far off the plate is', () => {
  for (const name of demoSceneNames)
    for (const gain of [1 / 8, 8]) {
      const evaluator = evaluatorOfLight(demoLight(name, 250).map((v) => v * gain + 0.02));
      expect(suitedStrength(evaluator, newLook('Rest')).strength, `${name} × ${gain}`).toBe(1);
      const little = suitedStrength(evaluator, withStep('saturation', { amount: 1.05 })).strength;
      expect(little, `${name} × ${gain}`).toBeGreaterThanOrEqual(0.5);
    }
});

test('one that lifts blacks is advised weaker, also on a plate that is off by itself', () => {
  for (const gain of [1 / 2, 1]) {
    const suited = suitedStrength(evaluatorOfLight(light.map((v) => v * gain)), faded);
    expect(suited.strength).toBeLessThan(0.8);
    expect(suited.miss).toBeLessThan(suited.missAtFull);
  }
});
