import { expect, test } from 'vitest';
import { stopsToLinear } from '../colour/exposure.ts';
import { displaySchema } from '../render/display.ts';
import { outputIds } from '../render/outputs/index.ts';
import { demoLook } from '../testing/lookNamed.ts';
import { allProfiles, profileOf } from '../testing/profiles.ts';
import { compileBake } from './bake.ts';
import { beyondSamples, neutralSamples } from './proofSamples.ts';

const look = demoLook('oilskin');
const displayInputs = outputIds.map((output) => {
  const display = displaySchema.parse({ output });
  const order = { look, profile: profileOf('heron'), role: 'creative-display', display } as const;
  return [output, compileBake(order).ends.input] as const;
});
const cameraInputs = allProfiles.map((profile) => {
  const display = displaySchema.parse({});
  return [profile.id, compileBake({ look, profile, role: 'combined', display }).ends.input] as const;
});

test.each([...displayInputs, ...cameraInputs])(
  'colours beyond the codes of %s are beyond them, all that were asked for, or none where every code is used',
  (_, input) => {
    const [floor, clip] = input.codes;
    const beyond = beyondSamples(input, 40);
    if (floor < 1e-4 && clip > 1 - 1e-4) expect(beyond).toHaveLength(0);
    else expect(beyond).toHaveLength(120);
    for (let i = 0; i < beyond.length; i += 3) {
      const rgb = [...beyond.subarray(i, i + 3)];
      expect(rgb.some((v) => v < floor || v > clip)).toBe(true);
    }
  },
);

test.each(cameraInputs)('greys and skin of %s are mostly near mid-grey, and within its range', (_, input) => {
  const codes = neutralSamples(input, 600);
  input.toLight(codes);
  const greens = Array.from({ length: 600 }, (_, i) => codes[i * 3 + 1]);
  const [floor, clip] = input.stops;
  const isNear = (v: number) => v > stopsToLinear(-4) && v < stopsToLinear(2.5);
  expect(greens.filter(isNear).length).toBeGreaterThan(400);
  expect(Math.max(...greens)).toBeLessThan(stopsToLinear(clip));
  expect(Math.min(...greens)).toBeGreaterThan(Math.min(stopsToLinear(floor) * 0.5, 0));
});
