import { demoLook } from '@velvet-dusk/core/testing/lookNamed';
import { profileOf } from '@velvet-dusk/core/testing/profiles';
import { expect, test } from 'vitest';
import type { Look } from '@velvet-dusk/core/look/document';
import { neutralShot } from '@velvet-dusk/core/look/shot';
import { shownOn } from '@velvet-dusk/core/look/shown';
import { compilePipeline } from '@velvet-dusk/core/order/pipeline';
import { standardDisplay } from '@velvet-dusk/core/render/display';
import { plainRecording } from '@velvet-dusk/core/testing/recorded';
import { correctedCode } from '@velvet-dusk/core/look/trimCode';
import { Recipes } from './develop.ts';
import { FrameCache } from './frameCache.ts';

const heron = profileOf('heron');
const slackWater = demoLook('slack-water');

const [width, height] = [24, 12];
const codes = Float32Array.from({ length: width * height * 3 }, (_, i) => 0.1 + 0.6 * ((i * 0.618) % 1));
const frames = () =>
  new FrameCache(1e6, () => Promise.resolve({ width, height, rgb: codes, depth: 16 } as never));
const plate = { ...plainRecording('p', heron), url: 'p', neutral: null };

/** The picture as an export's recipe makes it, from the codes on. */
function whole({ profile, shot }: Pick<typeof plate, 'profile' | 'shot'>, look: Look): Float32Array {
  const rgb = Float32Array.from(codes);
  correctedCode(profile, shot)(rgb);
  const pipeline = compilePipeline({ profile, look: shownOn(look, standardDisplay) });
  pipeline.run(rgb);
  return rgb.map(pipeline.rendering.toSignal);
}

const last = slackWater.steps.length - 1;
const without = (at: number): Look => ({
  ...slackWater,
  steps: slackWater.steps.map((s, i) => (i === at ? { ...s, on: false } : s)),
});

test('a plate developed again after any change is what the whole recipe makes of it', async () => {
  const recipes = new Recipes(frames());
  const looks = [slackWater, without(last), slackWater, without(0), { ...slackWater, strength: 0.4 }];
  const plates = [
    plate,
    { ...plate, shot: { ...neutralShot, exposure: 0.7 } },
    { ...plate, profile: profileOf('wren') },
    plate,
  ];
  for (const p of plates)
    for (const look of looks) {
      const { signal } = await recipes.develop(p, shownOn(look, standardDisplay), new Map());
      expect(signal).toEqual(whole(p, look));
    }
});

test('what is kept of a plate before the look is not changed by what is made of it', async () => {
  const recipes = new Recipes(frames());
  const shown = shownOn(slackWater, standardDisplay);
  const before = Float32Array.from((await recipes.scene(plate, shown, new Map())).scene);
  await recipes.develop(plate, shown, new Map());
  expect((await recipes.develop(plate, shown, new Map())).scene).toEqual(before);
});
