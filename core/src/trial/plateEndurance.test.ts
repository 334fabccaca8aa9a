import { expect, test } from 'vitest';
import { makeCodec } from '../camera/codec.ts';
import { clippedAbove } from '../colour/clipping.ts';
import { midGrey } from '../colour/exposure.ts';
import { type Look, lookSchema, newLook } from '../look/document.ts';
import { PreviewBaker } from '../order/previewBaker.ts';
import { usualPractice } from '../readings/practice.ts';
import { render } from '../readings/reading.ts';
import { standardDisplay } from '../render/display.ts';
import { profileOf } from '../testing/profiles.ts';
import { atRest } from './condition.ts';
import { plateEndurance } from './plateEndurance.ts';
import { plainRecording } from '../testing/recorded.ts';

const heron = profileOf('heron');
const grey = makeCodec(heron).encode(midGrey);
const plate = {
  ...plainRecording('grey', heron),
  width: 8,
  height: 1,
  code: new Float32Array(24).fill(grey),
};
const setting = {
  display: standardDisplay,
  practice: usualPractice,
  profiles: [heron],
  baker: new PreviewBaker(),
};
const pushed = (stops: number): Look =>
  lookSchema.parse({ ...newLook('Pushed'), steps: [{ id: 'e', type: 'exposure', params: { stops } }] });

/** Stops over at which a grey clips under a look, from the exact recipe alone. */
function clipsAt(look: Look): number {
  const { pipeline } = setting.baker.bake({
    look,
    profile: heron,
    display: standardDisplay,
    role: 'combined',
    grid: 33,
  });
  let [low, high] = [0, 6];
  while (high - low > 1e-4) {
    const middle = (low + high) / 2;
    const light = midGrey * 2 ** middle;
    if (render(pipeline, [light, light, light])[0] >= clippedAbove) high = middle;
    else low = middle;
  }
  return low;
}

test.each([1, 2, 3])('a look that pushes by %i stops holds that much less far, to 0.05 stop', (stops) => {
  const condition = { ...atRest('grey', 'pushed'), noise: 0 };
  const { high } = plateEndurance(plate, pushed(stops), condition, setting, {
    kind: 'exposure',
    judged: ['clipped'],
  });
  const limit = clipsAt(pushed(stops));
  expect(clipsAt(pushed(1)) - limit).toBeCloseTo(stops - 1, 3);
  expect(Math.abs(high.at - limit)).toBeLessThan(0.05);
  expect(high.fails.map((f) => f.id)).toEqual(['clipped']);
});
