import { describe, expect, test } from 'vitest';
import { makeCodec } from '../../camera/codec.ts';
import { stopsToLinear } from '../../colour/exposure.ts';
import { applyLut } from '../../lut/apply.ts';
import { gridCodes } from '../../lut/cube.ts';
import type { Lut } from '../../lut/lut.ts';
import { foreignFamilies, madeLut, type Making, makings } from '../../testing/makers.ts';
import { profileOf } from '../../testing/profiles.ts';
import { reportLut } from './report.ts';

/** Faults put into files of makers whose tone scales took no part in finding any limit. */

const cameras = ['heron', 'wren', 'plover', 'curlew'].map(profileOf);
const made = (roles: readonly ('conversion' | 'combined' | 'monitor')[], count: number, seed: number) =>
  makings(foreignFamilies, cameras, { count, seed, roles });
const told = (lut: Lut) => reportLut(lut, cameras).faults.map((f) => f.id);

/** A maker's file with codes changed before it, and values behind it. */
function changed(
  making: Making,
  {
    before = (v) => v,
    behind = (v) => v,
  }: { before?(v: number): number; behind?(v: number, c: number): number },
): Lut {
  const lut = madeLut(making);
  const data = gridCodes(making.grid).map(before);
  applyLut(lut, data, 'tetrahedral');
  return { ...lut, stages: [{ ...lut.stages[0], data: data.map((v, i) => behind(v, i % 3)) } as never] };
}

/** Code of a grey of so many stops, and what comes out for it. */
function greyOf(making: Making, stops: number) {
  const code = makeCodec(making.profile).encode(stopsToLinear(stops));
  const out = Float32Array.of(code, code, code);
  applyLut(madeLut(making), out, 'tetrahedral');
  return { code, out };
}

/** The share of some files of which a fault is told. */
const share = (luts: readonly Lut[], id: string) =>
  luts.filter((lut) => told(lut).includes(id)).length / luts.length;

type Grey = ReturnType<typeof greyOf>;

describe('shadows that are gone are found by the light that is', () => {
  const files = made(['conversion', 'combined', 'monitor'], 12, 31);

  test.each([
    [
      'values held at a floor',
      ({ out }: Grey) => ({ behind: (v: number, c: number) => Math.max(v, out[c]) }),
    ],
    ['codes held before it', ({ code }: Grey) => ({ before: (v: number) => Math.max(v, code) })],
    [
      'blacks pressed to nothing',
      ({ out }: Grey) => ({ behind: (v: number, c: number) => Math.max(v - out[c], 0) }),
    ],
  ])('%s', (_, spoil) => {
    const spoilt = files.map((making, i) => {
      const over = making.role === 'monitor' ? making.over : 0;
      return changed(making, spoil(greyOf(making, [-1.6, -2.5, -3.3][i % 3] + over)));
    });
    expect(share(spoilt, 'clampedShadows')).toBeGreaterThanOrEqual(0.75);
  });
});

describe('a cast over a conversion', () => {
  const files = made(['conversion'], 12, 32);
  test.each([0.006, 0.02, -0.04])('of %d in one channel', (by) => {
    const spoilt = files.map((making, i) =>
      changed(making, { behind: (v, c) => (c === i % 3 ? Math.min(v * (1 + by), 1) : v) }),
    );
    expect(share(spoilt, 'tintedNeutrals')).toBeGreaterThanOrEqual(0.9);
  });
});

test('of 24 sound files one at most is accused of either', () => {
  const sound = made(['conversion', 'combined', 'combined', 'monitor'], 24, 33).map(madeLut);
  const accused = sound.filter((lut) => {
    const faults = told(lut);
    return ['clampedShadows', 'tintedNeutrals', 'emptyPlane'].some((id) => faults.includes(id));
  });
  expect(accused.length).toBeLessThanOrEqual(1);
});
