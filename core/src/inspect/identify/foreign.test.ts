import { describe, expect, test } from 'vitest';
import type { Profile } from '../../camera/profile.ts';
import { lookFrom } from '../../look/startingPoints.ts';
import { type Lut, lutOf } from '../../lut/lut.ts';
import { bake } from '../../order/bake.ts';
import { oncePer } from '../../numeric/oncePer.ts';
import { standardDisplay } from '../../render/display.ts';
import {
  foreignFamilies,
  madeLut,
  type Making,
  makings,
  plainMaking,
  type PlainLook,
} from '../../testing/makers.ts';
import { allProfiles, profileOf } from '../../testing/profiles.ts';
import { identify, type Identity } from './identity.ts';
import { camerasBeside } from './neighbours.ts';

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
const count = 4 * cameras.length * roles.length;
const list = makings(foreignFamilies, cameras, { count, seed: 9, roles }).map((made, i) =>
  // What is asked of a file lies between its nodes: the finest grid takes eight times as long and tells the same.
  made.grid === 65 && i % 8 !== 0 ? { ...made, grid: 33 } : made,
);
const found = list.map((made) => {
  const { identity } = identify(madeLut(made), allProfiles);
  return { made, readings: identity.readings, ...judged(made, identity) };
});
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

describe('how sure it says it is', () => {
  const bands = Array.from({ length: 10 }, (_, band) =>
    found.filter((f) => Math.min(Math.floor(f.share * 10), 9) === band),
  );
  test.each(bands.map((files, band) => [band * 10, files] as const).filter(([, files]) => files.length >= 8))(
    'what is said with %d % and more is right as often, within ten points and what so few may be off by',
    (_, files) => {
      const said = files.reduce((sum, f) => sum + f.share, 0) / files.length;
      const right = shareOf(files.map((f) => f.isRight));
      const chance = 1.65 * Math.sqrt((said * (1 - said)) / files.length);
      expect(Math.abs(right - said)).toBeLessThan(0.1 + chance);
    },
  );

  test('most are said with 80 % and more, and nine in ten of these are right', () => {
    const sure = found.filter((f) => f.share >= 0.8);
    expect(sure.length).toBeGreaterThan(0.6 * found.length);
    expect(shareOf(sure.map((f) => f.isRight))).toBeGreaterThanOrEqual(0.9);
  });
});

const plain: Making = { ...plainMaking, profile: profileOf('wren'), tone: foreignFamilies[0] };
/** Only files that are doubtful are read again, and these several times. */
const fileOf = oncePer(madeLut);
const named = (lut: Lut, file: string) => identify(lut, allProfiles, [], { path: file }).identity;

test('a conversion with another tone scale is one, and says by what it is known', () => {
  const { readings, reasons, where, remaining } = named(madeLut(plain), '');
  expect(readings[0]).toMatchObject({ role: 'conversion', inputProfile: 'wren' });
  expect(reasons[0]).toMatch(/Taken as Wren log, an 18 % grey is shown at \d\d %/);
  expect(where).toMatch(/it normalises\./);
  expect(remaining).toBe('');
});

const warm = {
  saturation: 0.8,
  gain: [1.06, 1, 0.93],
  lift: [0, 0.01, 0.02],
  power: 1.1,
} satisfies PlainLook;
test('a look of plain arithmetic reads the same for a display and for camera code, and the report says so', () => {
  for (const role of ['creative-display', 'creative-log'] as const) {
    const { readings, reasons } = named(madeLut({ ...plain, role, look: warm }), '');
    expect(readings[0].role).toBe('creative-display');
    expect(reasons.join(' ')).toMatch(/A look for camera code .* reads the same/);
  }
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
      const { remaining } = named(fileOf(made), '');
      expect(remaining).toMatch(/^Either an? .+ \(\d+ %\), or an? .+ \(\d+ %\)\. .+ apart[:.]/);
    }
  });

  test('a name that says it is evidence of its own, and said as such: with one, 99 % of all files are right', () => {
    // A right name cannot make a right reading wrong.
    const doubtful = found.filter((f) => !f.isRight);
    let wrong = 0;
    for (const { made } of doubtful) {
      const identity = named(fileOf(made), `Night_${made.profile.id}_${made.role}.cube`);
      if (!judged(made, identity).isRight) wrong++;
      expect(identity.reasons.join(' ')).toMatch(/Its name says .*that counts as evidence of its own/);
    }
    expect(wrong / found.length).toBeLessThanOrEqual(0.01);
  });

  test('so is a header', () => {
    let right = 0;
    for (const { made } of unsure) {
      const headed = { ...fileOf(made), comments: [`role: ${made.role}`, `input: ${made.profile.id}`] };
      const identity = named(headed, '');
      if (judged(made, identity).isRight) right++;
      expect(identity.reasons.join(' ')).toMatch(/Its header says/);
    }
    expect(right / unsure.length).toBeGreaterThanOrEqual(0.9);
  });

  test('so is the folder it lies in, which names a camera for all of its files', () => {
    let right = 0;
    // An encoding of a display names no camera.
    const ofCameras = found.filter(({ made, share }) => share < 0.8 && made.profile.camera !== '');
    expect(ofCameras.length).toBeGreaterThan(3);
    for (const { made } of ofCameras) {
      const identity = named(fileOf(made), `show/${made.profile.id}/night_3.cube`);
      if (identity.readings[0].inputProfile === made.profile.id) right++;
      expect(identity.reasons.join(' ')).toMatch(/Its folder says .*that counts as evidence of its own/);
    }
    expect(right / ofCameras.length).toBeGreaterThanOrEqual(0.8);
    expect(named(fileOf(ofCameras[0].made), 'show/night_3.cube').reasons.join(' ')).not.toMatch(/Its folder/);
  });
});

describe('the files of a folder are evidence for each other', () => {
  // Each camera's files lie in a folder whose name says nothing.
  const paths = found.map(({ made }) => `show/${cameras.indexOf(made.profile)}/night.cube`);
  const files = found.map(({ readings }, i) => ({ path: paths[i], readings }));
  const beside = camerasBeside(files);
  const isRead = (profile: string | null | undefined, { made }: (typeof found)[number]) =>
    profile === made.profile.id;

  test('what is not told surely is told by those beside it, and said so', () => {
    const asked = found.flatMap((f, i) => (beside[i] ? [{ ...f, path: paths[i], beside: beside[i] }] : []));
    expect(asked.length).toBeGreaterThan(3);
    let [before, after] = [0, 0];
    for (const one of asked) {
      const { identity } = identify(fileOf(one.made), allProfiles, [], one);
      if (isRead(one.readings[0].inputProfile, one)) before++;
      if (isRead(identity.readings[0].inputProfile, one)) after++;
      expect(identity.reasons.join(' ')).toMatch(
        /Other files in its folder are for .+; that counts as evidence/,
      );
    }
    expect(after).toBeGreaterThan(before);
    expect(after / asked.length).toBeGreaterThanOrEqual(0.8);
  });

  test('nothing is said where they are for several cameras, of those told surely, and where no folder is named', () => {
    const together = camerasBeside(files.map((f) => ({ ...f, path: 'show/all/night.cube' })));
    const loose = camerasBeside(files.map((f) => ({ ...f, path: 'night.cube' })));
    expect([...together, ...loose].every((b) => b === null)).toBe(true);
    expect(found.some((f, i) => f.share >= 0.7 && beside[i] !== null)).toBe(false);
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
