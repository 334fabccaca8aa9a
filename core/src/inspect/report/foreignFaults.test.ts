import { describe, expect, test } from 'vitest';
import { makeCodec } from '../../camera/codec.ts';
import { stopsToLinear } from '../../colour/exposure.ts';
import { applyLut } from '../../lut/apply.ts';
import { gridCodes } from '../../lut/cube.ts';
import type { Lut } from '../../lut/lut.ts';
import { foreignFamilies, madeLut, type Making, makings } from '../../testing/makers.ts';
import { oncePer } from '../../numeric/oncePer.ts';
import { profileOf } from '../../testing/profiles.ts';
import { findFaults } from '../faults/index.ts';
import { reportLut } from './report.ts';

/** Faults put into files of makers whose tone scales took no part in finding any limit. */

const cameras = ['heron', 'wren', 'plover', 'curlew'].map(profileOf);
const made = (roles: readonly ('conversion' | 'combined' | 'monitor')[], count: number, seed: number) =>
  makings(foreignFamilies, cameras, { count, seed, roles });
const fileOf = oncePer(madeLut);
const told = (lut: Lut) => reportLut(lut, cameras).faults.map((f) => f.id);

/** A maker's file with codes changed before it, and values behind it. */
function changed(
  making: Making,
  {
    before = (v) => v,
    behind = (v) => v,
  }: { before?(v: number): number; behind?(v: number, c: number): number },
): Lut {
  const lut = fileOf(making);
  const data = gridCodes(making.grid).map(before);
  applyLut(lut, data, 'tetrahedral');
  return { ...lut, stages: [{ ...lut.stages[0], data: data.map((v, i) => behind(v, i % 3)) } as never] };
}

/** Code of a grey of so many stops, and what comes out for it. */
function greyOf(making: Making, stops: number) {
  const code = makeCodec(making.profile).encode(stopsToLinear(stops));
  const out = Float32Array.of(code, code, code);
  applyLut(fileOf(making), out, 'tetrahedral');
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

/** The brightest a file comes out. */
function whiteOf(making: Making): number {
  const out = Float32Array.of(1, 1, 1);
  applyLut(fileOf(making), out, 'tetrahedral');
  return Math.min(...out);
}

/** Codes from one on brought nearer to it, in one channel. */
const slowedFrom = (from: number, by: number) => (v: number) => (v <= from ? v : from + (v - from) * by);

describe('a corner in the tone scale', () => {
  // Nodes of a coarse grid lie so far apart that a toe is all corners; a fine one only takes longer.
  const files = made(['conversion', 'combined', 'monitor'], 32, 34).filter(
    ({ grid }) => grid === 25 || grid === 33,
  );

  test.each([
    ['in the middle', 0.3],
    ['in the highlights', 2.2],
    ['in the last stop', 3.2],
  ])('%s, slopes halved or cut to a third', (_, stops) => {
    const spoilt = files.flatMap((making, i) => {
      const { code } = greyOf(making, stops + (making.role === 'monitor' ? making.over : 0));
      const node = Math.round(code * (making.grid - 1)) / (making.grid - 1);
      const out = Float32Array.of(node, node, node);
      applyLut(fileOf(making), out, 'tetrahedral');
      // Where a file has come to its end already there is no corner.
      if (Math.max(...out) > 0.95 * whiteOf(making)) return [];
      const by = i % 2 ? 0.5 : 1 / 3;
      return [
        changed(making, { before: slowedFrom(node, by) }),
        changed(making, { behind: (v, c) => slowedFrom(out[c], by)(v) }),
      ];
    });
    expect(spoilt.length).toBeGreaterThan(10);
    const found = spoilt.filter((lut) => findFaults(lut).some((f) => f.id === 'kink'));
    expect(found.length / spoilt.length).toBeGreaterThanOrEqual(0.8);
  });
});

/** R'G'B' with its hexcone hue, 0–6, turned by what a wave about one hue says. */
function hueWarped([r, g, b]: number[], about: number): number[] {
  const [most, least] = [Math.max(r, g, b), Math.min(r, g, b)];
  const span = most - least;
  if (span === 0) return [r, g, b];
  const hue = most === r ? ((g - b) / span + 6) % 6 : most === g ? (b - r) / span + 2 : (r - g) / span + 4;
  const off = ((hue - about + 9) % 6) - 3;
  // Its slope at the middle is 1 − 1.6: there hues run back.
  const turned = (hue - 1.6 * off * Math.exp(-(off ** 2) / 0.8) + 6) % 6;
  return [5, 3, 1].map((n) => {
    const k = (n + turned) % 6;
    return most - span * Math.max(0, Math.min(k, 4 - k, 1));
  });
}

test.each([0.6, 2.4, 4.1])('hues that run back about %d of six', (about) => {
  const spoilt = made(['conversion', 'combined'], 10, 35).map((making) => {
    const lut = fileOf(making);
    const { data } = lut.stages[0] as { data: Float32Array };
    const turned = Float32Array.from(data);
    for (let p = 0; p < data.length; p += 3) turned.set(hueWarped([...data.subarray(p, p + 3)], about), p);
    return { ...lut, stages: [{ ...lut.stages[0], data: turned } as never] };
  });
  expect(share(spoilt, 'huesBack')).toBeGreaterThanOrEqual(0.9);
});

test('of 36 sound files one at most is accused of anything', () => {
  // A tone scale with a knee has a corner, and a narrow range that is not told is a fault.
  const sound = made(['conversion', 'combined', 'combined', 'monitor'], 46, 33).filter(
    ({ tone, range }) => !tone.id.includes('knee') && range === 'full',
  );
  const accused = sound.flatMap((making) => {
    const faults = told(fileOf(making));
    return faults.length > 0
      ? [`${making.role} ${making.profile.id} ${making.tone.id} ${making.grid}: ${faults.join(' ')}`]
      : [];
  });
  expect(sound.length).toBeGreaterThanOrEqual(34);
  expect(accused.length, accused.join('\n')).toBeLessThanOrEqual(1);
});
