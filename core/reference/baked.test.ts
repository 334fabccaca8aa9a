import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { parseCsp, writeCsp } from '../src/formats/csp.ts';
import { FormatError } from '../src/formats/error.ts';
import { parseLut } from '../src/formats/lutFormats/index.ts';
import { applyLut } from '../src/lut/apply.ts';
import { seeded } from '../src/numeric/random.ts';
import { ocio, ocioBaked, temporaryFolder } from './tools.ts';

/** Files that OpenColorIO 2 bakes, read by us; ours, read by it. */

const folder = temporaryFolder();
const grid = 9;
const nodes = Array.from({ length: grid ** 3 }, (_, i) =>
  [i % grid, Math.floor(i / grid) % grid, Math.floor(i / grid ** 2)].map((v) => v / (grid - 1)),
);
const applied = (text: string, name: string, colours: number[][]): number[] => {
  const rgb = Float32Array.from(colours.flat());
  applyLut(parseLut(text, name), rgb, 'trilinear');
  return [...rgb];
};
const worst = (a: readonly number[], b: readonly number[]) =>
  a.reduce((most, v, i) => Math.max(most, Math.abs(v - b[i])), 0);

describe('what OpenColorIO bakes', () => {
  const baked = ocioBaked({ grid, endings: ['3dl', 'csp', 'cube', 'clf'] });
  // Codes of 12 bits, six decimals, six decimals, float.
  test.each([
    ['3dl', 0.6 / 4095],
    ['csp', 1e-6],
    ['cube', 1e-6],
    ['clf', 1e-5],
  ])('as .%s comes back to its own values at every node', (ending, by) => {
    const ours = applied(baked.files[ending], `a.${ending}`, nodes);
    const theirs = baked.nodes.flat().map((v) => (ending === '3dl' ? Math.min(Math.max(v, 0), 1) : v));
    expect(worst(ours, theirs)).toBeLessThan(by);
  });

  test('as .csp with points before its table, which are not even, is read as OpenColorIO reads it itself', () => {
    const { files } = ocioBaked({ grid, shaper: 33, endings: ['csp'] });
    const path = join(folder, 'shaped.csp');
    writeFileSync(path, files.csp);
    const uniform = seeded(4);
    const colours = Array.from({ length: 400 }, () => [uniform(), uniform(), uniform()]);
    const theirs = ocio({ kind: 'file', path, interpolation: 'trilinear' }, colours);
    // Between points it draws curves and we draw lines: they part most near black, where the points lie apart.
    expect(worst(applied(files.csp, 'shaped.csp', colours), theirs.flat())).toBeLessThan(0.01);
    expect(parseCsp(files.csp, 'shaped.csp').stages.map((s) => s.kind)).toEqual(['1d', '3d']);
  });
});

test('ours, as .csp, is read by OpenColorIO to the same values', () => {
  const uniform = seeded(9);
  const data = Float32Array.from(nodes.flatMap(([r, g, b]) => [r * 0.9 + 0.05 * uniform(), g ** 1.4, 1 - b]));
  const path = join(folder, 'ours.csp');
  writeFileSync(path, writeCsp({ grid: { size: grid, data } }));
  const theirs = ocio({ kind: 'file', path, interpolation: 'trilinear' }, nodes);
  expect(worst([...data], theirs.flat())).toBeLessThan(1e-6);
  expect(worst([...data], applied(writeCsp({ grid: { size: grid, data } }), 'ours.csp', nodes))).toBeLessThan(
    1e-6,
  );
});

describe('a wrong .csp', () => {
  const right = writeCsp({ grid: { size: 2, data: Float32Array.from(nodes.slice(0, 8).flat()) } });
  test.each([
    ['is another file', right.replace('CSPLUTV100', 'CSPLUTV200'), /line 1.*expected CSPLUTV100/],
    ['is neither 1D nor 3D', right.replace('3D', '4D'), /line 2.*1D or 3D/],
    ['has points that fall', right.replace('0.0 1.0\n0.0 1.0', '1.0 0.0\n0.0 1.0'), /line 5.*rise/],
    ['has three sizes that differ', right.replace('2 2 2', '2 2 3'), /three equal sizes/],
    ['ends early', right.trimEnd().split('\n').slice(0, -1).join('\n'), /ends before row 8 of 8/],
    ['has words for numbers', right.replace('0.000000', 'zero'), /3 numbers are needed/],
  ])('that %s is refused with its line', (_what, text, message) => {
    expect(() => parseCsp(text, 'a.csp')).toThrow(FormatError);
    expect(() => parseCsp(text, 'a.csp')).toThrow(message);
  });

  test('mutated in any place, it is read or refused, and never anything else', () => {
    fc.assert(
      fc.property(fc.nat(right.length - 1), fc.string({ maxLength: 4 }), (at, put) => {
        const text = right.slice(0, at) + put + right.slice(at + put.length);
        try {
          parseCsp(text, 'a.csp');
        } catch (error) {
          expect(error).toBeInstanceOf(FormatError);
        }
      }),
      { numRuns: 600 },
    );
  });
});
