import { describe, expect, test } from 'vitest';
import { stopsToLinear } from '../../colour/exposure.ts';
import { identity } from '../../colour/matrix.ts';
import { rgbToRgb } from '../../colour/rgbSpace.ts';
import { bt709 } from '../../colour/spaces/index.ts';
import type { Lut } from '../../lut/lut.ts';
import { seeded } from '../../numeric/random.ts';
import { foreignFamilies, madeLut, plainMaking, randomLook } from '../../testing/makers.ts';
import { profileOf } from '../../testing/profiles.ts';
import { makeCodec } from '../codec.ts';
import type { Profile } from '../profile.ts';
import { profileFromConversion } from './fromConversion.ts';
import { skinApart } from './skinApart.ts';

/**
 * Cubes of other makers: none of the tone scales, nor the way they are put on, took part when the fit was made. The
 * cameras' curves and primaries are known here, and the fit is held against them.
 */

const cameras = ['heron', 'curlew', 'plover', 'wren', 'bt2100-pq'].map(profileOf);

/** Is what a cube says of its colours believed, and how far off is what is made of it? */
function read(lut: Lut, truth: Profile) {
  const { profile, notes } = profileFromConversion(lut, 'Maker', 'maker.cube');
  const camera = rgbToRgb(truth, bt709);
  const [real, fitted] = [makeCodec(truth), makeCodec(profile)];
  const code = (stops: number) => real.encode(stopsToLinear(stops));
  /** How bright grey is shown is a maker's choice, and says nothing of the curve. */
  const off = Math.log2(fitted.decode(code(0)) / stopsToLinear(0));
  const curve = Array.from({ length: 17 }, (_, i) => i / 4 - 2.5).map((stops) =>
    Math.abs(Math.log2(fitted.decode(code(stops)) / stopsToLinear(stops)) - off),
  );
  return {
    believed: notes.some((n) => n.includes('fitted to its colours')),
    words: notes.join('\n'),
    skin: skinApart(camera, rgbToRgb(profile, bt709)),
    skinOtherwise: skinApart(camera, identity),
    curve: Math.max(...curve),
  };
}

describe('conversions of seven tone scales', () => {
  const all = foreignFamilies.flatMap((tone, i) =>
    [0, 2].map((k) => {
      const profile = cameras[(i + k) % cameras.length];
      const making = {
        ...plainMaking,
        profile,
        tone,
        gamma: k === 0 ? 2.4 : 2.2,
        grid: i % 2 === 0 ? 33 : 17,
      };
      return read(madeLut(making), profile);
    }),
  );
  const believed = all.filter((r) => r.believed);

  test('nearly all say what their camera’s primaries are', () => {
    expect(believed.length).toBeGreaterThanOrEqual(all.length - 2);
  });

  test('skin is where the camera saw it, which BT.709’s primaries miss', () => {
    for (const r of believed) {
      expect(r.skin).toBeLessThan(0.3);
      expect(r.skinOtherwise).toBeGreaterThan(2);
    }
  });

  test('from two and a half stops under to one and a half over, the curve is the camera’s', () => {
    for (const r of believed) expect(r.curve).toBeLessThan(0.5);
  });

  test('what is not believed keeps BT.709 and says why', () => {
    const tinted = read(
      madeLut({
        ...plainMaking,
        profile: cameras[0],
        tone: foreignFamilies[0],
        look: randomLook(seeded(9)),
        role: 'combined',
      }),
      cameras[0],
    );
    for (const r of [...all, tinted].filter((r) => !r.believed)) {
      expect(r.skin).toBeCloseTo(r.skinOtherwise, 6);
      expect(r.words).toMatch(/follow no camera’s primaries closely \(\d+\.\d % of the signal is left/);
    }
    expect(tinted.believed).toBe(false);
  });
});

test('where a look is in it, primaries that are believed still are nearer than BT.709’s', () => {
  const uniform = seeded(21);
  const looked = foreignFamilies.map((tone, i) => {
    const profile = cameras[i % cameras.length];
    return read(
      madeLut({ ...plainMaking, role: 'combined', look: randomLook(uniform), profile, tone }),
      profile,
    );
  });
  for (const r of looked.filter((r) => r.believed)) expect(r.skin).toBeLessThan(r.skinOtherwise / 2);
  expect(looked.filter((r) => !r.believed).length).toBeGreaterThan(looked.length / 2);
});

test('a cube of few points says too little, and says so', () => {
  const { notes } = profileFromConversion(
    madeLut({ ...plainMaking, profile: cameras[0], tone: foreignFamilies[1], grid: 5 }),
    'Maker',
    'maker.cube',
  );
  expect(notes.join()).toMatch(/Too few of its colours/);
});
