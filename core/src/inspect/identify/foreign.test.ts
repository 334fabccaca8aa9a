import { describe, expect, test } from 'vitest';
import type { Profile } from '../../camera/profile.ts';
import { lookFrom } from '../../look/startingPoints.ts';
import { type Lut, lutOf } from '../../lut/lut.ts';
import { bake } from '../../order/bake.ts';
import { standardDisplay } from '../../render/display.ts';
import { foreignFamilies, madeLut, type Making, makings, noPlainLook } from '../../testing/makers.ts';
import { allProfiles, profileOf } from '../../testing/profiles.ts';
import { identify, type Identity } from './identity.ts';

/** Files that other hands made, with seven tone scales that took no part in fitting. */

const displays = ['bt1886', 'srgb', 'bt709'];
const cameras = allProfiles.filter((p) => !displays.includes(p.id));
const encoding = ({ curve, primaries, white, range }: Profile) =>
  JSON.stringify([curve, primaries, white, range]);
const roles = [
  'conversion',
  'combined',
  'combined',
  'monitor',
  'creative-display',
  'trim',
  'camera-to-camera',
] as const;

/** Is the likeliest reading right about the role, and about role and what goes in? */
function judged(made: Making, { readings: [top] }: Identity) {
  const read = allProfiles.find((p) => p.id === top?.inputProfile);
  const isInput =
    made.role === 'creative-display'
      ? !read
      : read !== undefined && encoding(read) === encoding(made.profile);
  const isRole = top !== undefined && top.role.replace('-partner', '') === made.role;
  return { isRole, isRight: isRole && isInput, share: top?.share ?? 0 };
}

// Every sample is weighed once, for all that is asked of it.
const list = makings(foreignFamilies, cameras, { count: cameras.length * roles.length, seed: 9, roles });
const found = list.map((made) => ({
  made,
  ...judged(made, identify(madeLut(made), allProfiles).identity),
}));
const shareOf = (list: readonly boolean[]) => list.filter(Boolean).length / list.length;
const names = (isWrong: (f: (typeof found)[number]) => boolean) =>
  found
    .filter(isWrong)
    .map(({ made: { role, profile, tone } }) => `${role} ${profile.id} ${tone.id}`)
    .join(', ');

test('the role is right on 95 % of them, role and profile on 85 %', () => {
  expect(
    shareOf(found.map((f) => f.isRole)),
    names((f) => !f.isRole),
  ).toBeGreaterThanOrEqual(0.95);
  expect(
    shareOf(found.map((f) => f.isRight)),
    names((f) => !f.isRight),
  ).toBeGreaterThanOrEqual(0.85);
});

test('what is said with 80 % and more is right nine times in ten, and what is said with less is wrong more often', () => {
  const [sure, unsure] = [found.filter((f) => f.share >= 0.8), found.filter((f) => f.share < 0.6)];
  expect(sure.length).toBeGreaterThan(0.6 * found.length);
  expect(shareOf(sure.map((f) => f.isRight))).toBeGreaterThanOrEqual(0.9);
  expect(shareOf(unsure.map((f) => f.isRight))).toBeLessThan(shareOf(sure.map((f) => f.isRight)));
});

const plain: Making = {
  role: 'conversion',
  profile: profileOf('wren'),
  tone: foreignFamilies[0],
  gamma: 2.4,
  range: 'full',
  look: noPlainLook,
  strength: 1,
  over: 0,
  grid: 33,
};
const named = (lut: Lut, file: string) => identify(lut, allProfiles, [], 0, file).identity;

test('a conversion with another tone scale is one, and says by what it is known', () => {
  const { readings, reasons, where, remaining } = named(madeLut(plain), '');
  expect(readings[0]).toMatchObject({ role: 'conversion', inputProfile: 'wren' });
  expect(reasons[0]).toMatch(/Taken as Wren log, an 18 % grey is shown at \d\d %/);
  expect(where).toMatch(/it normalises\./);
  expect(remaining).toBe('');
});

test('a monitor LUT with another tone scale tells how far the footage is over', () => {
  const { readings, exposure, where } = named(madeLut({ ...plain, role: 'monitor', over: 2 }), '');
  expect(readings[0]).toMatchObject({ role: 'monitor', inputProfile: 'wren' });
  expect(exposure).toBeCloseTo(-2, 0);
  expect(where).toMatch(/for footage in Wren log exposed 2\.0 stops over/);
});

describe('where it cannot be told', () => {
  const unsure = found.filter((f) => f.share < 0.55);
  test('two or three are said to remain, with what tells them apart', () => {
    expect(unsure.length).toBeGreaterThan(0);
    for (const { made } of unsure) {
      const { remaining } = named(madeLut(made), '');
      expect(remaining).toMatch(/^Either an? .+ \(\d+ %\), or an? .+ \(\d+ %\)\. .+ apart[:.]/);
    }
  });

  test('a name or a header that says it is evidence of its own, and said as such', () => {
    let right = 0;
    for (const { made } of unsure) {
      const file = `Night_${made.profile.id}_${made.role}.cube`;
      const identity = named(madeLut(made), file);
      if (judged(made, identity).isRight) right++;
      expect(identity.reasons.join(' ')).toMatch(/Its name says .*that counts as evidence of its own/);
    }
    expect(right / unsure.length).toBeGreaterThanOrEqual(0.9);
    const [{ made }] = unsure;
    const headed = { ...madeLut(made), comments: [`role: ${made.role}`, `input: ${made.profile.id}`] };
    expect(named(headed, '').reasons.join(' ')).toMatch(/Its header says/);
  });

  test('so is the folder it lies in, which names a camera for all of its files', () => {
    let right = 0;
    // An encoding of a display names no camera.
    const ofCameras = found.filter(({ made, share }) => share < 0.8 && made.profile.camera !== '');
    expect(ofCameras.length).toBeGreaterThan(3);
    for (const { made } of ofCameras) {
      const identity = named(madeLut(made), `show/${made.profile.id}/night_3.cube`);
      if (identity.readings[0].inputProfile === made.profile.id) right++;
      expect(identity.reasons.join(' ')).toMatch(/Its folder says .*that counts as evidence of its own/);
    }
    expect(right / ofCameras.length).toBeGreaterThanOrEqual(0.8);
    expect(named(madeLut(ofCameras[0].made), 'show/night_3.cube').reasons.join(' ')).not.toMatch(
      /Its folder/,
    );
  });
});

test('a name does not overrule values that leave no doubt', () => {
  const look = lookFrom('cold-dusk', 'Cold dusk');
  const trim = lutOf({
    ...bake({
      role: 'trim',
      profile: profileOf('heron'),
      look,
      display: standardDisplay,
      offset: 1,
      grid: 17,
    }),
    title: '',
    comments: [],
  });
  expect(named(trim, 'Show_wren_conversion_17.cube').readings[0]).toMatchObject({
    role: 'trim',
    inputProfile: 'heron',
  });
});
