import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { parseLut } from '../src/formats/lutFormats/index.ts';
import { applyLut, type Interpolation } from '../src/lut/apply.ts';
import { isPerChannel } from '../src/lut/lut.ts';
import { seeded } from '../src/numeric/random.ts';
import { ocio, temporaryFolder } from './tools.ts';

/** LUTs of several stages, as Common LUT Format files: what we read of them against OpenColorIO 2. */

const folder = temporaryFolder();
const depth = 'inBitDepth="32f" outBitDepth="32f"';
const list = (...nodes: string[]) =>
  `<?xml version="1.0" encoding="UTF-8"?>\n<ProcessList id="a" name="Stages" compCLFversion="3">\n${nodes.join('\n')}\n</ProcessList>\n`;

const uniform = seeded(11);
const size = 5;
const gridRows = Array.from({ length: size ** 3 }, (_, i) => {
  const [b, g, r] = [i % size, Math.floor(i / size) % size, Math.floor(i / size ** 2)].map(
    (v) => v / (size - 1),
  );
  return [r * 0.8 + 0.1 * uniform(), g * 0.7 + 0.1 * uniform(), b ** 1.3 + 0.05 * uniform()]
    .map((v) => v.toFixed(6))
    .join(' ');
});
const matrix = `<Matrix ${depth}><Array dim="3 4">0.9 0.08 0.02 0.01 0.05 0.9 0.05 0.0 0.0 0.1 0.9 -0.02</Array></Matrix>`;
const shaper = `<LUT1D ${depth}><Array dim="9 3">${Array.from({ length: 9 }, (_, i) =>
  [0.5, 0.6, 0.7].map((p) => ((i / 8) ** p).toFixed(6)).join(' '),
).join(' ')}</Array></LUT1D>`;
const grid = `<LUT3D ${depth} interpolation="tetrahedral"><Array dim="${size} ${size} ${size} 3">\n${gridRows.join('\n')}\n</Array></LUT3D>`;
const range = `<Range ${depth}><minInValue>0.05</minInValue><maxInValue>0.9</maxInValue><minOutValue>0</minOutValue><maxOutValue>1</maxOutValue></Range>`;
const log = (style: string, params = '') => `<Log ${depth} style="${style}">${params}</Log>`;
const cameraParams =
  '<LogParams base="2" logSideSlope="0.08" logSideOffset="0.6" linSideSlope="1.1" linSideOffset="0.01" linSideBreak="0.005" />';
const exponent = (style: string, params: string) =>
  `<Exponent ${depth} style="${style}"><ExponentParams ${params} /></Exponent>`;

const inside = Array.from({ length: 300 }, () => [uniform(), uniform(), uniform()]);
const beyond = Array.from({ length: 100 }, () => [0, 1, 2].map(() => uniform() * 2.4 - 0.7));

function expectSame(
  name: string,
  text: string,
  colours: number[][],
  interpolation: Interpolation,
  by: number,
) {
  const path = join(folder, `${name.replace(/\W+/g, '-')}.clf`);
  writeFileSync(path, text);
  const theirs = ocio({ kind: 'file', path, interpolation }, colours);
  const rgb = Float32Array.from(colours.flat());
  applyLut(parseLut(text, path), rgb, interpolation);
  theirs.flat().forEach((v, i) => expect(Math.abs(rgb[i] - v)).toBeLessThan(by * Math.max(1, Math.abs(v))));
}

test('shaper, matrix, grid and range one after the other, inside and beyond their domains', () => {
  const text = list(shaper, matrix, grid, range);
  expect(parseLut(text, 'a.clf').stages.map((s) => s.kind)).toEqual(['1d', 'matrix', '3d', 'range']);
  expectSame('stages', text, [...inside, ...beyond], 'tetrahedral', 2e-5);
});

test('a grid written blue fastest is the one that was meant', () => {
  expectSame('grid', list(grid), inside, 'tetrahedral', 1e-5);
});

test.each([
  ['log10', log('log10')],
  ['antiLog2', log('antiLog2')],
  [
    'linToLog',
    log(
      'linToLog',
      '<LogParams logSideSlope="0.3" logSideOffset="0.5" linSideSlope="2" linSideOffset="0.02" />',
    ),
  ],
  ['cameraLinToLog', log('cameraLinToLog', cameraParams)],
  ['cameraLogToLin', log('cameraLogToLin', cameraParams)],
  ['basicFwd', exponent('basicFwd', 'exponent="2.2"')],
  ['basicRev', exponent('basicRev', 'exponent="2.2"')],
  ['basicMirrorFwd', exponent('basicMirrorFwd', 'exponent="2.2"')],
  ['basicPassThruFwd', exponent('basicPassThruFwd', 'exponent="2.2"')],
  ['monCurveFwd', exponent('monCurveFwd', 'exponent="2.4" offset="0.055"')],
  ['monCurveRev', exponent('monCurveRev', 'exponent="2.4" offset="0.055"')],
  ['monCurveMirrorFwd', exponent('monCurveMirrorFwd', 'exponent="2.4" offset="0.055"')],
])('%s, also below zero', (name, node) => {
  expect(isPerChannel(parseLut(list(node), 'a.clf'))).toBe(true);
  // A logarithm of nothing is where each program stops somewhere of its own.
  const colours = /^(log10|linToLog)$/.test(name)
    ? inside.map((c) => c.map((v) => v + 0.01))
    : [...inside, ...beyond];
  expectSame(name, list(node), colours, 'trilinear', 3e-5);
});
