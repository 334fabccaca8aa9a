import { describe, expect, test } from 'vitest';
import { withParams } from '../look/edit.ts';
import { lookSchema, newLook } from '../look/document.ts';
import { lookFrom, startingPoints } from '../look/startingPoints.ts';
import type { ShownLook } from '../look/shown.ts';
import { compilePipeline } from '../order/pipeline.ts';
import { type PracticeSettings, usualPractice } from '../readings/practice.ts';
import { judgeEnds, judgeRollOff } from '../readings/rollOffBands.ts';
import { toneShapeOf } from '../readings/toneShape.ts';
import { demoLook } from '../testing/lookNamed.ts';
import { onStandard } from '../testing/onStandard.ts';
import { profileOf } from '../testing/profiles.ts';
import { mendRollOff } from './mendRollOff.ts';

const heron = profileOf('heron');
const pipelineOf = (look: ShownLook) => compilePipeline({ profile: heron, look });
const shapeOf = (look: ShownLook) => toneShapeOf(look, pipelineOf(look));
const verdicts = (look: ShownLook, practice: PracticeSettings = usualPractice) => {
  const { rollOff, own } = shapeOf(look);
  return judgeEnds(rollOff, own, practice);
};
const bent = (params: object) =>
  onStandard(lookSchema.parse({ ...newLook('t'), steps: [{ id: 'bend', type: 'toeShoulder', params }] }));
const ceiling = onStandard(
  lookSchema.parse({
    ...newLook('t'),
    steps: [{ id: 'ends', type: 'blackWhitePoint', params: { ceiling: 2.2 } }],
  }),
);

describe('the roll-off', () => {
  test('of an untouched look, and of the demo’s, misses nothing', () => {
    expect(verdicts(onStandard(newLook('t')))).toEqual({ toe: 'holds', shoulder: 'holds' });
    for (const name of ['slack-water', 'oilskin']) {
      const { rollOff, own } = shapeOf(onStandard(demoLook(name)));
      expect(judgeRollOff(rollOff, own, usualPractice).verdict, name).not.toBe('fails');
    }
  });

  test('whites that never come are missed where they should touch, and wanted where they stay below', () => {
    expect(verdicts(ceiling).shoulder).toBe('fails');
    expect(verdicts(ceiling, { ...usualPractice, whites: 'below' }).shoulder).toBe('holds');
  });

  test('a toe that is held up long is missed with clean blacks, and not with lifted ones', () => {
    const long = bent({ toe: 0.7, toeAt: -1.5 });
    expect(verdicts(long).toe).toBe('fails');
    expect(verdicts(long, { ...usualPractice, blackPoint: 'faded' }).toe).toBe('holds');
  });
});

describe('what is offered', () => {
  test.each([
    ['a shoulder like a cliff', { shoulder: -0.8, shoulderAt: 1 }],
    ['a long toe', { toe: 0.7, toeAt: -1.5 }],
    ['both', { toe: 0.6, toeAt: -1.5, shoulder: -0.8, shoulderAt: 1 }],
  ])('mends %s by the bends of the look’s own step', (_, params) => {
    const look = bent(params);
    const before = verdicts(look);
    expect(Object.values(before).some((v) => v === 'fails' || v === 'close')).toBe(true);
    const bends = mendRollOff(look, pipelineOf(look), usualPractice)!;
    const mended = withParams(look, 'toeShoulder', () => ({ ...bends }));
    expect(mended.steps).toHaveLength(look.steps.length);
    expect(verdicts(mended)).toEqual({ toe: 'holds', shoulder: 'holds' });
    // An end that held keeps its bend.
    for (const end of ['toe', 'shoulder'] as const)
      if (before[end] === 'holds') expect(bends[end]).toBeUndefined();
  });

  test('is nothing where nothing is missed, and where no bend brings it there', () => {
    const plain = onStandard(newLook('t'));
    expect(mendRollOff(plain, pipelineOf(plain), usualPractice)).toBeNull();
    expect(mendRollOff(ceiling, pipelineOf(ceiling), usualPractice)).toBeNull();
  });

  test('of every starting point that misses, holds once it is made, or there is none', () => {
    for (const { id } of startingPoints) {
      const look = onStandard(lookFrom(id, id));
      const bends = mendRollOff(look, pipelineOf(look), usualPractice);
      if (!bends) continue;
      const ends = Object.values(verdicts(withParams(look, 'toeShoulder', () => ({ ...bends }))));
      expect(
        ends.every((v) => v === 'holds' || v === 'none'),
        id,
      ).toBe(true);
    }
  });
});
