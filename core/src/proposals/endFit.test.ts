import { describe, expect, test } from 'vitest';
import { transformBuffer } from '../colour/matrix.ts';
import { rgbToRgb } from '../colour/rgbSpace.ts';
import { bt709, working } from '../colour/spaces/index.ts';
import { newLook } from '../look/document.ts';
import { insertStep } from '../look/edit.ts';
import { correctLight, neutralShot, type Shot } from '../look/shot.ts';
import { evaluatorOfLight } from '../testing/evaluated.ts';
import { photographs } from '../testing/photographs.ts';
import { fitEnd } from './endFit.ts';
import { type EndFit, endLevels } from './endLevels.ts';
import type { PlateEvaluator } from './plateEvaluator.ts';

const look = newLook('Rest');

/** A made photograph as light of a scene, shot over and with flare on it. */
function evaluatorOf(
  { width, height, codes }: (typeof photographs)[number],
  off: Partial<Shot>,
): PlateEvaluator {
  const light = codes.map((v) => v ** 2.4);
  transformBuffer(rgbToRgb(bt709, working), light);
  correctLight({ ...neutralShot, ...off })(light);
  return evaluatorOfLight(light, { width, height });
}
/** One that has both ends: tones down to black and up to white. */
const picture = evaluatorOf(photographs[0], { exposure: 1.5, black: -0.3 });
const levels = (evaluator: PlateEvaluator, change: Partial<Shot>) =>
  ['black', 'white', 'midGrey'].map(
    (id) => evaluator.read(id, { look, shot: { ...neutralShot, ...change } }).value!,
  );
const changeOf = (fit: EndFit, evaluator = picture) => {
  const answer = fitEnd(evaluator, look, fit);
  if ('refused' in answer) throw new Error(answer.refused);
  return answer.change;
};

describe.each(['touching', 'justOff'] as const)('an end that is %s', (to) => {
  test('black is put there by flare alone', () => {
    const change = changeOf({ end: 'black', to });
    expect(change).toMatchObject({ exposure: 0, contrast: 1 });
    expect(levels(picture, change)[0]).toBeCloseTo(endLevels.black[to], 0);
  });

  test.each(['exposure', 'contrast'] as const)(
    'white is put there by %s, with black kept where it is',
    (by) => {
      const change = changeOf({ end: 'white', to, by });
      expect(change[by === 'exposure' ? 'contrast' : 'exposure']).toBe(by === 'exposure' ? 1 : 0);
      const [black, white] = levels(picture, change);
      expect(Math.abs(white - endLevels.white[to])).toBeLessThan(0.5);
      expect(Math.abs(black - levels(picture, {})[0])).toBeLessThan(0.5);
    },
  );
});

test('it is the plate that is fitted, and not the look that is on it', () => {
  const { steps } = insertStep(look.steps, 'blackWhitePoint', { black: 3 });
  const fit: EndFit = { end: 'black', to: 'touching' };
  expect(fitEnd(picture, { ...look, steps }, fit)).toEqual(fitEnd(picture, look, fit));
});

test('where black cannot be kept, white is not put there at its cost', () => {
  const hazy = evaluatorOf(photographs[0], { exposure: 0.5, black: -2 });
  const answer = fitEnd(hazy, look, { end: 'white', to: 'touching', by: 'contrast' });
  expect(answer).toMatchObject({
    refused: expect.stringMatching(/takes black from .* to .* %: no black trim keeps it/),
  });
});

test('where no correction of the kind does it, that is said, and how near it comes', () => {
  // Nothing is above mid-grey: contrast about it cannot make white of it.
  const { width, height } = picture.plate;
  const dark = evaluatorOfLight(
    picture.plate.recorded.map((v) => Math.min(v, 0.1)),
    { width, height },
  );
  const answer = fitEnd(dark, look, { end: 'white', to: 'touching', by: 'contrast' });
  expect(answer).toMatchObject({
    refused: expect.stringMatching(/^No contrast puts white at 99\.5 %: the nearest is \d/),
  });
});
