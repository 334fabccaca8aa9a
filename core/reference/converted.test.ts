import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import { convertLut } from '../src/inspect/convertLut.ts';
import { applyLut } from '../src/lut/apply.ts';
import { gridCodes, unitDomain } from '../src/lut/cube.ts';
import type { Lut, TableStage } from '../src/lut/lut.ts';
import { type LutEnding, parseLut } from '../src/formats/lutFormats/index.ts';
import { parsePng, writePng } from '../src/formats/png.ts';
import { seeded } from '../src/numeric/random.ts';
import { readFileSync } from 'node:fs';
import { ffmpeg, ocio, temporaryFolder, toPixels, worstDifference } from './tools.ts';

/** LUTs written in other formats with all that those can hold, read by OpenColorIO 2 and FFmpeg. */

const folder = temporaryFolder();
const uniform = seeded(12);
const named = { title: 'Converted', comments: [] };

/** The log curve of a table over light 0–16, as a maker's "linear to log" 1D LUT is. */
const lightTable: TableStage = {
  kind: '1d',
  size: 4096,
  domainMin: [0, 0, 0],
  domainMax: [16, 16, 16],
  data: Float32Array.from(
    { length: 4096 * 3 },
    (_, i) => Math.log2(1 + (255 * Math.floor(i / 3)) / 4095) / 8,
  ),
};
const light: Lut = { ...named, stages: [lightTable] };

/** A curve that no grid follows, and a grid that turns colours behind it. */
const grid = gridCodes(17);
for (let i = 0; i < grid.length; i += 3) {
  const [r, g, b] = grid.subarray(i, i + 3);
  grid.set([0.9 * r + 0.1 * g, g ** 1.3, 0.2 * r + 0.8 * b], i);
}
const shaped: Lut = {
  ...named,
  stages: [
    { ...lightTable, domainMax: [1, 1, 1] },
    { kind: '3d', size: 17, ...unitDomain, data: grid },
  ],
};
const matrix: Lut = {
  ...named,
  stages: [
    { kind: 'matrix', matrix: [0.8, 0.15, 0.05, 0.1, 0.85, 0.05, 0, 0.1, 0.9], offset: [0.01, 0, 0.02] },
    { kind: 'range', scale: 1.2, offset: -0.05, low: 0, high: 1 },
    ...shaped.stages,
  ],
};

const colours = (top: number) =>
  Array.from({ length: 400 }, () => [uniform() * top, uniform() * top, uniform() * top]);

/** What OpenColorIO makes of the written file against what the LUT makes of the same colours. */
function heldAgainst(lut: Lut, target: LutEnding, top: number) {
  const { bytes, holds, isLossy, lost } = convertLut(lut, target, { interpolation: 'trilinear' });
  const path = join(folder, `written.${target}`);
  writeFileSync(path, bytes);
  const inputs = colours(top);
  const ours = Float32Array.from(inputs.flat());
  applyLut(lut, ours, 'trilinear');
  const theirs = ocio({ kind: 'file', path, interpolation: 'trilinear' }, inputs);
  return { off: worstDifference(ours, theirs), holds, isLossy, lost };
}

describe('a table of light 0–16', () => {
  test.each(['cube', 'csp', 'spi1d', 'clf'] as const)('keeps its domain as .%s', (target) => {
    const { off, holds, isLossy } = heldAgainst(light, target, 16);
    expect(off).toBeLessThan(2e-4);
    expect(isLossy).toBe(false);
    expect(holds).toContain('a table of 4096 points');
  });

  test.each(['spi3d', '3dl'] as const)('does not fit .%s, which is said with the figure', (target) => {
    const { isLossy, lost, holds } = convertLut(light, target, { grid: 33 });
    expect(isLossy).toBe(true);
    expect(lost.max).toBeGreaterThan(5);
    expect(holds).toBe('a grid of 33 points');
  });
});

describe('a curve with a grid', () => {
  test.each(['cube', 'csp', 'clf'] as const)('stays both as .%s', (target) => {
    const { off, holds, isLossy } = heldAgainst(shaped, target, 1);
    expect(holds).toBe(
      'a table of 4096 points and a grid of 17 points'.replace(' and', target === 'clf' ? ',' : ' and'),
    );
    expect(isLossy).toBe(false);
    expect(off).toBeLessThan(2e-4);
  });

  test('becomes a bare grid where a format holds no more, and that is told', () => {
    const { isLossy, lost } = convertLut(shaped, 'spi3d');
    expect(isLossy).toBe(true);
    expect(lost.p99).toBeGreaterThan(1);
  });
});

test('stages of a Common LUT Format file stay stages as .clf, and say how grids are read', () => {
  const { off, isLossy } = heldAgainst(matrix, 'clf', 1);
  expect(off).toBeLessThan(2e-4);
  expect(isLossy).toBe(false);
  for (const interpolation of ['tetrahedral', 'trilinear'] as const) {
    const text = new TextDecoder().decode(convertLut(matrix, 'clf', { interpolation }).bytes);
    expect(text).toContain(`<LUT3D inBitDepth="32f" outBitDepth="32f" interpolation="${interpolation}">`);
    expect(parseLut(text, 'a.clf').stages.at(-1)!.kind).toBe('3d');
  }
});

test('FFmpeg takes a .3dl of 33 points wrong without an error, and one of 17 right: so we warn', () => {
  const rgb = Float32Array.from(colours(1).flat());
  const before = join(folder, 'before.png');
  writeFileSync(before, writePng({ width: 20, height: 20, rgb }));
  const off = (size: number) => {
    const lut: Lut = { ...named, stages: [{ kind: '3d', size, ...unitDomain, data: gridCodes(size) }] };
    const path = join(folder, `identity-${size}.3dl`);
    writeFileSync(path, convertLut(lut, '3dl').bytes);
    const after = join(folder, 'after.png');
    ffmpeg('-i', before, '-vf', `lut3d=file=${path}`, '-frames:v', '1', '-pix_fmt', 'rgb48be', after);
    return worstDifference(rgb, toPixels(parsePng(readFileSync(after), after).rgb));
  };
  expect(off(17)).toBeLessThan(1e-3);
  expect(off(33)).toBeGreaterThan(0.2);
  const identity = (size: number): Lut => ({
    ...named,
    stages: [{ kind: '3d', size, ...unitDomain, data: gridCodes(size) }],
  });
  expect(convertLut(identity(33), '3dl').warning).toMatch(
    /17 points only, and others wrong without an error/,
  );
  expect(convertLut(identity(17), '3dl').warning).toBeNull();
});
