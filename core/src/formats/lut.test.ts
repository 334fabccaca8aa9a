import { describe, expect, test } from 'vitest';
import { importProfile } from '../camera/import/index.ts';
import { stageWords } from '../lut/inspect.ts';
import { FormatError } from './error.ts';
import { parseLut } from './lutFormats/index.ts';

const cube = 'TITLE "a"\nLUT_1D_SIZE 2\n0 0 0\n1 1 1\n';
const spi1d = 'Version 1\nFrom 0 1\nLength 2\nComponents 1\n{\n0\n1\n}\n';
const clf =
  '<?xml version="1.0"?>\n<ProcessList id="a" compCLFversion="3"><LUT1D inBitDepth="32f" outBitDepth="32f"><Array dim="2 1">0 1</Array></LUT1D></ProcessList>\n';

describe('a LUT file is known by what is in it', () => {
  test.each([
    ['a cube', cube],
    ['a cube behind comments', `# made for a test\n#\n\n${cube}`],
    ['a cube with a byte order mark', `\uFEFF${cube}`],
    ['a cube with DOS lines', cube.replaceAll('\n', '\r\n')],
    ['an spi1d', spi1d],
    ['a list of nodes', clf],
    ['a list of nodes behind a comment', `<!-- kept -->\n${clf.split('\n')[1]}`],
  ])('%s, whatever its name ends in', (_what, text) => {
    for (const name of ['a.cube', 'a.spi1d', 'a.clf', 'a.txt', 'a'])
      expect(parseLut(text, name).stages.map(stageWords)).toEqual(['1D table of 2']);
  });

  test('a slip in the first line is told where it is, by the format its name promises', () => {
    expect(() => parseLut('LUT_3D_SIZ 2\n', 'a.cube')).toThrow(/line 1, column 1: .*LUT_3D_SIZ/);
    expect(() => parseLut('Versio 1\n', 'a.spi1d')).toThrow(/line 1.*Versio/);
  });

  test('what is none says so', () => {
    for (const text of ['', 'PNG\u0000\u0001', '{}', '1 2 3'])
      expect(() => parseLut(text, 'a.txt')).toThrow(FormatError);
    expect(() => parseLut('hello', 'a.txt')).toThrow(
      /begins like no LUT that is read \(cube, 3dl, spi3d, clf, spi1d, csp\)/,
    );
  });

  test('a profile is read from each of them, and from a conversion grid in a list of nodes', () => {
    const bent = cube.replace('LUT_1D_SIZE 2\n0 0 0\n', 'LUT_1D_SIZE 3\n0 0 0\n0.2 0.2 0.2\n');
    expect(importProfile(bent, 'curve.txt').profile.curve.family).toBe('sampled');
    const corner = (i: number) => [(i >> 2) & 1, (i >> 1) & 1, i & 1].join(' ');
    const rows = Array.from({ length: 8 }, (_, i) => corner(i)).join(' ');
    const grid = clf.replace(
      /<LUT1D.*<\/LUT1D>/,
      `<LUT3D inBitDepth="32f" outBitDepth="32f"><Array dim="2 2 2 3">${rows}</Array></LUT3D>`,
    );
    expect(parseLut(grid, 'a').stages.map(stageWords)).toEqual(['3D grid of 2']);
    expect(importProfile(grid, 'a.clf').notes[0]).toMatch(/grey axis of a conversion cube/);
  });
});

test('a LUT3D of the wrong shape, or too large, is refused by its node', () => {
  const list = (dim: string, values: string) =>
    clf.replace(
      /<LUT1D.*<\/LUT1D>/,
      `<LUT3D inBitDepth="32f" outBitDepth="32f"><Array dim="${dim}">${values}</Array></LUT3D>`,
    );
  expect(() => parseLut(list('2 2 3 3', '0'), 'a.clf')).toThrow(/LUT3D \(node 1\): .*N×N×N×3/);
  expect(() => parseLut(list('2 2 2 3', '0 1'), 'a.clf')).toThrow(/24 numbers are needed, found 2/);
  expect(() => parseLut(list('200 200 200 3', '0'), 'a.clf')).toThrow(/larger than any that is read/);
});
