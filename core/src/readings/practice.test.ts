import { expect, test } from 'vitest';
import { type Look, lookSchema, newLook } from '../look/document.ts';
import { propose } from '../proposals/index.ts';
import { evaluatorOfLight } from '../testing/evaluated.ts';
import type { PracticeSettings } from './practice.ts';

/** Bands that follow the schools of a project: the same picture under the same look, judged by each. */

/** Greys from black to well above white. */
const light = Float32Array.from(
  { length: 3000 },
  (_, i) => 0.18 * 2 ** (-7 + (13 * Math.floor(i / 3)) / 999),
);
const evaluatorOf = (practice: Partial<PracticeSettings>) => evaluatorOfLight(light, {}, practice);
const withStep = (type: string, params: object): Look =>
  lookSchema.parse({ ...newLook('x'), steps: [{ id: type, type, params }] });
const read = (practice: Partial<PracticeSettings>, id: string, look: Look) => {
  const evaluator = evaluatorOf(practice);
  return evaluator.read(id, evaluator.asItIs(look));
};
const tinted = (warm: number) => withStep('cdl', { slopeB: 1 - warm, slopeR: 1 + warm });

test('a warm school takes amber near white and no blue, a blue one the other way round, a clean one neither', () => {
  const [amber, blue] = [tinted(0.18), tinted(-0.18)];
  const verdicts = (highlights: PracticeSettings['highlights']) =>
    [amber, blue].map((look) => read({ highlights }, 'highlightColour', look).verdict === 'holds');
  for (const look of [amber, blue]) {
    const { value } = read({}, 'highlightColour', look);
    expect(value).toBeGreaterThan(2.6);
    expect(value).toBeLessThan(8);
  }
  expect(verdicts('clean')).toEqual([false, false]);
  expect(verdicts('warm')).toEqual([true, false]);
  expect(verdicts('blue')).toEqual([false, true]);
  expect(read({ highlights: 'warm' }, 'highlightColour', amber).target).toContain(
    'up to 8 % where it is warm',
  );
});

test('whites that reach the top hold for one school and are asked to stay below it by the other', () => {
  const look = newLook('Rest');
  expect(read({}, 'white', look)).toMatchObject({ verdict: 'holds' });
  const high = read({ whites: 'below' }, 'white', look);
  expect(high).toMatchObject({ side: 1 });
  expect(high.verdict).not.toBe('holds');
  const lower = withStep('cdl', { slopeR: 0.55, slopeG: 0.55, slopeB: 0.55 });
  expect(read({ whites: 'below' }, 'white', lower).value).toBeLessThan(high.value!);
});

test('whites above their band are brought down by what is offered', () => {
  const evaluator = evaluatorOf({ whites: 'below' });
  const white = propose(evaluator, newLook('Rest')).find((p) => p.readingId === 'white')!;
  expect(white.problem).toMatch(/above where they are wanted: 80–95 %/);
  const [look] = white.offers.filter((o) => o.lane === 'look');
  expect(look.does).toMatch(/^White ceiling at/);
  expect(look.predicted.verdict).toBe('holds');
});
