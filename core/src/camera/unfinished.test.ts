import { describe, expect, test } from 'vitest';
import { allProfiles } from '../testing/profiles.ts';
import { curveFamilies } from './curves/index.ts';
import { newProfile } from './newProfile.ts';
import { parseProfile, type Profile } from './profile.ts';
import { isFinished, isToType, placesToType, withFamily, withTyped, wordsToType } from './unfinished.ts';

const petrel = newProfile({ id: 'petrel', name: 'Petrel' });

describe('a new profile', () => {
  test('begins with every figure of its document to be typed, and is read back as such', () => {
    expect(isFinished(petrel)).toBe(false);
    expect(parseProfile(JSON.parse(JSON.stringify(petrel)), 'petrel').unfinished).toEqual(petrel.unfinished);
    expect(wordsToType(petrel)).toEqual([
      'Base',
      'Log-side slope',
      'Log-side offset',
      'Lin-side slope',
      'Lin-side offset',
      'Lin-side break',
      'red x',
      'red y',
      'green x',
      'green y',
      'blue x',
      'blue y',
      'white x',
      'white y',
      'Clip',
      'Usable floor',
    ]);
  });

  test('is finished with the last figure, in whatever order they are typed', () => {
    const places = [...petrel.unfinished!].reverse();
    let profile: Profile = petrel;
    for (const [i, place] of places.entries()) {
      expect(isToType(profile, place)).toBe(true);
      profile = withTyped(profile, place);
      expect(isToType(profile, place)).toBe(false);
      expect(isFinished(profile)).toBe(i === places.length - 1);
    }
    expect(profile).not.toHaveProperty('unfinished');
    // Typed again, it stays so.
    expect(isFinished(withTyped(profile, 'white.x'))).toBe(true);
  });

  test.each(curveFamilies.map((f) => f.id))('of the family %s asks for the constants of that', (family) => {
    const typed = withTyped(petrel, 'sensor.clipStops');
    const changed = withFamily(typed, family);
    expect(parseProfile(changed, 'x').curve.family).toBe(family);
    expect(changed.unfinished).toEqual(placesToType(family).filter((p) => p !== 'sensor.clipStops'));
    const words = wordsToType(changed);
    expect(new Set(words).size).toBe(words.length);
  });
});

test('a profile that was finished stays so under another family, and none that is there is taken for unfinished', () => {
  for (const profile of allProfiles) {
    expect(isFinished(profile)).toBe(true);
    expect(isFinished(withFamily(profile, 'pureLog'))).toBe(true);
  }
});
