import { expect, test } from 'vitest';
import { newLook } from '@velvet-dusk/core/look/document';
import { partOf, showsPart } from './shownPart.ts';

const whole = newLook('t');
const [first, second, third] = whole.steps.map((s) => s.id);
const look = { ...whole, steps: whole.steps.map((s) => ({ ...s, on: s.id !== second })) };
const on = (part: Parameters<typeof partOf>[1]) =>
  partOf(look, part)
    .steps.filter((s) => s.on)
    .map((s) => s.id);

test('a step alone is shown whether it is on or not; as far as a step, those before it that are on', () => {
  expect(on({ stepId: second, how: 'alone' })).toEqual([second]);
  expect(on({ stepId: third, how: 'asFar' })).toEqual([first, third]);
  expect(on({ stepId: second, how: 'asFar' })).toEqual([first]);
});

test('a look that has the step no more is shown whole', () => {
  expect(partOf(look, { stepId: 'taken-out', how: 'asFar' })).toBe(look);
  expect(showsPart(look, { stepId: 'taken-out', how: 'alone' })).toBe(false);
  expect(showsPart(look, null)).toBe(false);
});
