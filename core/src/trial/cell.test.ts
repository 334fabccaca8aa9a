import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, test } from 'vitest';
import { type Look, lookSchema, parseLook } from '../look/document.ts';
import { PreviewBaker } from '../order/previewBaker.ts';
import { usualPractice } from '../readings/practice.ts';
import { standardDisplay } from '../render/display.ts';
import { demoSceneNames } from '../testing/demoScenes.ts';
import { profileOf } from '../testing/profiles.ts';
import { trialPlate } from '../testing/trialPlates.ts';
import type { AxisSources } from './axes/axis.ts';
import { cellsOf } from './board.ts';
import { type Cell, developCell, runCell, type TrialSetting } from './cell.ts';
import { atRest, type Condition } from './condition.ts';
import { boardFrom } from './presets.ts';

const heron = profileOf('heron');
const profiles = ['heron', 'wren', 'plover', 'curlew', 'plover-video'].map(profileOf);
const oilskin = parseLook(
  JSON.parse(readFileSync(new URL('../../../demo/looks/oilskin.json', import.meta.url), 'utf8')),
  'oilskin',
);
const withStep = (type: string, params: object): Look =>
  lookSchema.parse({ ...oilskin, steps: [...oilskin.steps, { id: 'seed', type, params }] });

const setting: TrialSetting = {
  display: standardDisplay,
  practice: usualPractice,
  profiles,
  baker: new PreviewBaker(),
};
const plates = new Map(demoSceneNames.map((name) => [name as string, trialPlate(name, heron)]));
const sources: AxisSources = {
  plates: demoSceneNames.map((id) => ({ id, name: id })),
  looks: [{ id: 'oilskin', name: 'Oilskin', versions: [] }],
  profiles,
};

/** Every cell of the board a designer begins with, with something wrong in all of it. */
function runBoard(look: Look, wrong: Partial<Condition>): Cell[] {
  const board = boardFrom('side-by-side', sources);
  return cellsOf({ ...board, base: { ...board.base, ...wrong } }).map(({ condition }) =>
    runCell(plates.get(condition.plateId)!, look, condition, setting),
  );
}
const fails = ({ readings }: Cell, id: string) => readings.find((r) => r.id === id)!.verdict === 'fails';

test('a plate’s own strength counts where the condition names none, and for that look only', () => {
  const plate = plates.get('marsh-noon')!;
  const signal = (strengths: Record<string, number>, condition: Partial<Condition> = {}) =>
    developCell(
      { ...plate, strengths },
      oilskin,
      { ...atRest('marsh-noon', 'oilskin'), ...condition },
      setting,
    ).signal;
  const half = signal({ oilskin: 0.5 });
  expect(half).not.toEqual(signal({}));
  const isHalf = (picture: Float32Array) => Buffer.from(picture.buffer).equals(Buffer.from(half.buffer));
  expect(isHalf(signal({}, { strength: 0.5 }))).toBe(true);
  expect(isHalf(signal({ oilskin: 0.2 }, { strength: 0.5 }))).toBe(true);
  expect(isHalf(signal({ oilskin: 0.5 }, { lookId: 'oilskin@3' }))).toBe(true);
  expect(isHalf(signal({ other: 0.5 }))).toBe(false);
});

describe('the board a designer begins with, on all six demo scenes', () => {
  let sound: Cell[];
  beforeAll(() => void (sound = runBoard(oilskin, {})));

  test('never doubts a sound recording in ten bits', () => {
    expect(sound).toHaveLength(30);
    for (const id of ['recordingFit', 'banding'])
      for (const cell of sound) expect(cell.readings.find((r) => r.id === id)!.verdict).toBe('holds');
  });

  // The cells, of thirty, in which it is the first thing told; narrow range read as full leaves nothing outside a camera's codes.
  test.each<[string, number, Partial<Condition>, Look, string]>([
    ['a wrong profile', 7, { readAs: 'wren' }, oilskin, 'recordingFit'],
    ['a profile of video', 17, { readAs: 'plover-video' }, oilskin, 'recordingFit'],
    ['full range read as narrow', 12, { rangeMistake: 'full-as-narrow' }, oilskin, 'recordingFit'],
    ['narrow range read as full', 1, { rangeMistake: 'narrow-as-full' }, oilskin, 'recordingFit'],
    ['eight bits', 20, { bitDepth: 8 }, oilskin, 'banding'],
    ['a crushed look', 7, {}, withStep('cdl', { offsetR: -0.12, offsetG: -0.12, offsetB: -0.12 }), 'crushed'],
    [
      'a look that turns skin green',
      17,
      {},
      withStep('hueBelt', { nodes: [{ hue: 50, reach: 40, turn: 30, saturation: 1, density: 0 }] }),
      'skinHue',
    ],
  ])(
    '%s is told by the right reading, before all others in %i cells at least',
    (_, count, wrong, look, id) => {
      const cells = runBoard(look, wrong);
      const newly = cells.filter(
        (c, i) => c.worst?.id === id && c.verdict === 'fails' && !fails(sound[i], id),
      );
      expect(newly.length).toBeGreaterThanOrEqual(count);
    },
  );
});
