import { describe, expect, test } from 'vitest';
import type { Profile } from '../../camera/profile.ts';
import type { Look } from '../../look/document.ts';
import { lookFrom, startingPoints } from '../../look/startingPoints.ts';
import { type Cube3d } from '../../lut/cube.ts';
import { type Lut, lutOf } from '../../lut/lut.ts';
import { bake } from '../../order/bake.ts';
import { type RoleId, roleIds } from '../../order/roles/index.ts';
import { standardDisplay } from '../../render/display.ts';
import { demoLook, demoLookNames } from '../../testing/lookNamed.ts';
import { allProfiles, profileOf } from '../../testing/profiles.ts';
import { identify } from './identity.ts';
import { knownLook, startingLooks } from './knownLooks.ts';

/** LUTs of every role for every profile, grids and strengths in turn, their names and comments taken off. */

const demoLooks = demoLookNames.map(demoLook);
const looks: Look[] = [
  ...demoLooks,
  ...startingPoints.filter((p) => p.id !== 'neutral').map((p) => lookFrom(p.id, p.label)),
];
const known = [...demoLookNames.map((n, i) => knownLook(n, demoLooks[i])), ...startingLooks()];
const strengths = [1, 0.7, 0.4];
const grids = [17, 33, 33, 17, 65];

const bare = (cube: Cube3d): Lut => lutOf({ ...cube, title: '', comments: [] });
const encoding = ({ curve, primaries, white, range }: Profile) =>
  JSON.stringify([curve, primaries, white, range]);
const isVideo = ({ curve }: Profile) => curve.family === 'videoGamma';
/** Two files of these two roles have the same values: what stands in the camera, and what undoes it in post. */
const oneRole = (role: RoleId) => (role === 'monitor-partner' ? 'monitor' : role);

interface Case {
  role: RoleId;
  profile: Profile;
  look: Look;
  grid: number;
  to: Profile;
}
function cases(from: readonly Look[], roles: readonly RoleId[]): Case[] {
  let n = 0;
  return roles.flatMap((role) =>
    allProfiles.map((profile, i) => {
      n++;
      // To another encoding: between two names of one there is nothing to tell.
      const others = allProfiles.filter((p) => encoding(p) !== encoding(profile));
      return {
        role,
        profile,
        look: { ...from[(n * 7) % from.length], strength: strengths[n % 3] },
        // The finest grid costs most and tells most; a few of it are enough.
        grid: grids[n % (role === 'conversion' ? 5 : 4)],
        to: others[(i + n) % others.length],
      };
    }),
  );
}

const makeLut = ({ role, profile, look, grid, to }: Case): Lut =>
  bare(bake({ role, profile, look, grid, to, display: standardDisplay, offset: [1, 2, -1][grid % 3] }));

/** What is wrong about the likeliest reading; empty where nothing is. */
function mistake(one: Case, looksKnown = known): string {
  const [top] = identify(makeLut(one), allProfiles, looksKnown).identity.readings;
  const { role, profile } = one;
  const said = top ? `${top.role} from ${top.input}` : 'nothing';
  // A look in the code of a display is one for display code, whatever the profile is called.
  const isOfDisplay =
    role === 'creative-display' || role === 'return' || (role === 'creative-log' && isVideo(profile));
  const isRole =
    top &&
    (oneRole(top.role) === oneRole(role) ||
      (role === 'creative-log' && isVideo(profile) && top.role === 'creative-display'));
  const read = allProfiles.find((p) => p.id === top?.inputProfile);
  const isInput = isOfDisplay && !read ? true : read !== undefined && encoding(read) === encoding(profile);
  return isRole && isInput ? '' : `${role} ${profile.id} ${one.look.name}: ${said}`;
}

test('role and input profile are right on 95 % of all profiles and roles, grids and strengths', () => {
  const all = cases(looks, roleIds);
  expect(all).toHaveLength(roleIds.length * allProfiles.length);
  const mistakes = all.map((c) => mistake(c)).filter((m) => m !== '');
  expect(mistakes.length, mistakes.join('\n')).toBeLessThanOrEqual(0.05 * all.length);
}, 120_000);

test('of looks that nobody knows it is right on three in four, and is less sure of itself', () => {
  // Every second profile: the test is of how sure it is, too, and each LUT takes its time.
  const all = cases(demoLooks, ['combined', 'monitor', 'creative-display']).filter((_, i) => i % 2 === 0);
  const mistakes = all.map((c) => mistake(c, [])).filter((m) => m !== '');
  expect(mistakes.length, mistakes.join('\n')).toBeLessThanOrEqual(0.25 * all.length);
  const [one] = cases(demoLooks, ['combined']).filter((c) => c.profile.id === 'heron');
  const sure = (looksKnown: typeof known) =>
    identify(makeLut(one), allProfiles, looksKnown).identity.readings[0].share;
  expect(sure([])).toBeLessThan(sure(known));
}, 60_000);

describe('what is said of one', () => {
  const heron = profileOf('heron');
  const lut = (role: RoleId, more: object = {}) =>
    bare(
      bake({
        role,
        profile: heron,
        look: demoLook('oilskin'),
        grid: 33,
        display: standardDisplay,
        to: profileOf('wren'),
        offset: 2,
        ...more,
      }),
    );
  const of = (role: RoleId, more?: object) => identify(lut(role, more), allProfiles, known).identity;

  test('a known look is named with its strength', () => {
    const { look } = of('combined', { look: { ...demoLook('oilskin'), strength: 0.6 } });
    expect(look?.name).toBe('Oilskin');
    expect(look?.strength).toBeCloseTo(0.6, 2);
  });

  test('stops that are taken back are told', () => {
    expect(of('trim').exposure).toBeCloseTo(-2, 3);
    expect(of('monitor').exposure).toBeCloseTo(-2, 1);
    expect(of('trim').where).toMatch(/ahead of everything else, on Heron log exposed 2\.0 stops over/);
  });

  test.each([
    ['creative-display', /After normalising.* at 30–60 %/],
    ['creative-log', /before the conversion/],
    ['conversion', /Last in the chain.* it normalises\./],
    ['combined', /has the look in it/],
    ['camera-to-camera', /Ahead of everything else, to have Heron log among pictures in Wren log/],
    ['return', /On finished pictures/],
    ['monitor', /In the camera or the field monitor/],
  ] as const)('%s: where it goes, in a sentence', (role, says) => {
    const identity = of(role);
    expect(identity.where).toMatch(says);
    expect(identity.reasons.length).toBeGreaterThan(0);
    expect(identity.readings.reduce((sum, r) => sum + r.share, 0)).toBeLessThanOrEqual(1 + 1e-9);
  });

  test('another reading can be taken', () => {
    const likeliest = identify(lut('combined'), allProfiles, []).identity;
    const second = identify(lut('combined'), allProfiles, [], { chosen: 1 }).identity;
    expect(second.chosen).toBe(1);
    expect(second.readings).toEqual(likeliest.readings);
  });

  test('what does nothing is said to', () => {
    const identity = of('trim', { offset: 0 });
    expect(identity.isNothing).toBe(true);
    expect(identity.where).toMatch(/does nothing/);
  });

  test('a LUT of one colour is told to be none that can be told', () => {
    const flat = lut('trim');
    const grey: Lut = {
      ...flat,
      stages: flat.stages.map((s) => (s.kind === '3d' ? { ...s, data: s.data.map(() => 0.5) } : s)),
    };
    expect(identify(grey, allProfiles).identity.readings).toEqual([]);
  });
});
