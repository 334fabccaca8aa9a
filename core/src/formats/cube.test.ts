import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { ocio, temporaryFolder, toPixels, worstDifference } from '../../reference/tools.ts';
import { seeded } from '../numeric/random.ts';
import { applyCube } from '../lut/apply.ts';
import { inspectLut } from '../lut/inspect.ts';
import { lutOf } from '../lut/lut.ts';
import { type Cube, type Cube1d, type Cube3d, gridCodes, unitDomain } from '../lut/cube.ts';
import { parseCube } from './cubeParse.ts';
import { writeCube } from './cubeWrite.ts';
import { FormatError } from './error.ts';

const make = (size: number, data: Float32Array): Cube3d => ({
  kind: '3d',
  size,
  ...unitDomain,
  data,
  title: 'Test',
  comments: ['one', 'two'],
});
const identity = (size: number) => make(size, gridCodes(size));
const text = writeCube(identity(2));
const lines = text.trimEnd().split('\n');

test('a small cube is written as the specification shows it', () => {
  expect(lines.slice(0, 8)).toEqual([
    'TITLE "Test"',
    '# one',
    '# two',
    'LUT_3D_SIZE 2',
    'DOMAIN_MIN 0.000000 0.000000 0.000000',
    'DOMAIN_MAX 1.000000 1.000000 1.000000',
    '0.000000 0.000000 0.000000',
    '1.000000 0.000000 0.000000',
  ]);
  expect(text.endsWith('1.000000 1.000000 1.000000\n')).toBe(true);
});

test('write, parse, write is byte for byte the same, and values agree to six decimals', () => {
  const value = fc.double({ min: -2, max: 4, noNaN: true });
  fc.assert(
    fc.property(fc.array(value, { minLength: 24, maxLength: 24 }), (values) => {
      const cube = make(2, Float32Array.from(values));
      const written = writeCube(cube);
      const again = parseCube(written, 'a.cube');
      again.data.forEach((v, i) =>
        expect(v.toFixed(6)).toBe(cube.data[i].toFixed(6).replace('-0.000000', '0.000000')),
      );
      return writeCube(again) === written;
    }),
  );
});

test('titles that would break a line or a quote are made plain', () => {
  const awkward = { ...identity(2), title: 'Slack “Water” – "v2"\nX', comments: ['a\nLUT_3D_SIZE 9'] };
  const again = parseCube(writeCube(awkward), 'a.cube');
  expect(again.size).toBe(2);
  expect(again.title).toBe("Slack ?Water? - 'v2'?X");
});

test('reads CR LF, blank lines, comments, exponents and a 1D table with a domain', () => {
  const source =
    '# by hand\r\n\r\nTITLE "One"\r\nLUT_1D_SIZE 3\r\nDOMAIN_MAX 2 2 2\r\n0 0 0\r\n# mid\r\n.5 5e-1 +0.5\r\n1 1 1\r\n';
  const cube = parseCube(source, 'one.cube') as Cube1d;
  expect(cube).toMatchObject({
    kind: '1d',
    size: 3,
    title: 'One',
    domainMax: [2, 2, 2],
    comments: ['by hand'],
  });
  const rgb = Float32Array.from([0.5, 1, 3]);
  applyCube(cube, rgb, 'tetrahedral');
  expect(Array.from(rgb)).toEqual([0.25, 0.5, 1]);
});

describe('what is wrong is said with file, line and column', () => {
  const edit = (change: (l: string[]) => void) => {
    const copy = [...lines];
    change(copy);
    return copy.join('\n') + '\n';
  };
  const cases: [string, string, RegExp][] = [
    [
      'a NaN',
      edit((l) => (l[7] = '1.0 nan 0.0')),
      /line 8, column 5: table row 2: expected a number, found "nan"/,
    ],
    ['an infinity', edit((l) => (l[7] = '1.0 0.0 1e999')), /line 8, column 9: .*too large/],
    ['a short table', edit((l) => l.pop()), /line 13, column 1: the file ends after 7 of 8 table rows/],
    ['a long table', edit((l) => l.push('0 0 0')), /line 15, column 1: more table rows than the 8/],
    [
      'a repeated keyword',
      edit((l) => l.splice(4, 0, 'LUT_3D_SIZE 2')),
      /line 5, column 1: LUT_3D_SIZE stands a second time/,
    ],
    ['a size of 1', edit((l) => (l[3] = 'LUT_3D_SIZE 1')), /line 4, column 13: .*from 2 to 256/],
    ['a size of 257', edit((l) => (l[3] = 'LUT_3D_SIZE 257')), /from 2 to 256/],
    ['a size and a half', edit((l) => (l[3] = 'LUT_3D_SIZE 2.5')), /whole number/],
    [
      'two numbers in a row',
      edit((l) => (l[8] = '0.5 0.5')),
      /line 9, column 8: table row 3 needs 3 numbers, found 2/,
    ],
    ['four numbers in a row', edit((l) => (l[8] = '0 0 0 1')), /line 9, column 7: .*found 4/],
    ['data before the size', '0 0 0\nLUT_3D_SIZE 2\n', /line 1, column 1: table data before/],
    [
      'a keyword after the table began',
      edit((l) => l.splice(8, 0, 'TITLE "late"')),
      /line 9, column 1: keyword TITLE after/,
    ],
    [
      'a shaper whose rows are missing',
      edit((l) => l.splice(4, 2, 'LUT_1D_SIZE 2')),
      /ends after 8 of 10 table rows for a 1D size of 2 and a 3D size of 2/,
    ],
    [
      'a domain with two tables',
      edit((l) => (l.splice(4, 0, 'LUT_1D_SIZE 2'), l.push('0 0 0', '1 1 1'))),
      /with two tables does not say which/,
    ],
    ['a range and a domain', edit((l) => l.splice(4, 0, 'LUT_3D_INPUT_RANGE 0 1')), /only one can hold/],
    ['a range of one number', edit((l) => l.splice(4, 2, 'LUT_3D_INPUT_RANGE 1')), /needs 2 numbers/],
    ['a range turned round', edit((l) => l.splice(4, 2, 'LUT_3D_INPUT_RANGE 1 0')), /two rising numbers/],
    ['a range of no table', edit((l) => l.splice(4, 2, 'LUT_1D_INPUT_RANGE 0 1')), /without LUT_1D_SIZE/],
    [
      'a title without quotes',
      edit((l) => (l[0] = 'TITLE Test')),
      /line 1, column 7: TITLE needs a text in double quotes/,
    ],
    [
      'a domain turned round',
      edit((l) => (l[4] = 'DOMAIN_MIN 1 1 1')),
      /DOMAIN_MIN must lie below DOMAIN_MAX/,
    ],
    [
      '300 lines of junk',
      'lorem ipsum dolor\n'.repeat(300),
      /line 1, column 1: expected a keyword .*"lorem"/,
    ],
    [
      'a line of 300 characters',
      edit((l) => (l[1] = `# ${'x'.repeat(300)}`)),
      /line 2, column 251: line longer than 250/,
    ],
    ['an empty file', '', /line 1, column 1: the file ends without LUT_1D_SIZE/],
    ['binary', '\u0000\u0001PNG\n', /line 1/],
  ];
  test.each(cases)('%s', (_, source, message) => {
    expect(() => parseCube(source, 'bad.cube')).toThrow(FormatError);
    expect(() => parseCube(source, 'bad.cube')).toThrow(/^bad\.cube: line \d+, column \d+: /);
    expect(() => parseCube(source, 'bad.cube')).toThrow(message);
  });
});

test('OpenColorIO reads what we write and gives the same picture, with a domain too', () => {
  const uniform = seeded(21);
  const data = gridCodes(5).map((v) => v * 0.8 + uniform() * 0.2);
  const cube: Cube = { ...make(5, data), domainMin: [-0.1, 0, 0], domainMax: [1, 1.5, 2] };
  const path = join(temporaryFolder(), 'ours.cube');
  writeFileSync(path, writeCube(cube));
  const rgb = new Float32Array(600).map(() => uniform());
  const theirs = ocio({ kind: 'file', path, interpolation: 'tetrahedral' }, toPixels(rgb));
  applyCube(parseCube(readFileSync(path, 'utf8'), path), rgb, 'tetrahedral');
  expect(worstDifference(rgb, theirs)).toBeLessThan(1e-5);
});

describe('the common dialect', () => {
  const range = '-0.25 1.5';
  const shaperRows = Array.from({ length: 9 }, (_, i) => [i / 8, (i / 8) ** 2, Math.sqrt(i / 8)]);
  const nodes = Array.from(gridCodes(3), (v, i) => v * 0.8 + ((i * 7) % 5) / 25);
  const rows = (values: number[]) =>
    Array.from({ length: values.length / 3 }, (_, i) => values.slice(i * 3, i * 3 + 3).join(' '));
  const source = [
    'LUT_1D_SIZE 9',
    `LUT_1D_INPUT_RANGE ${range}`,
    'LUT_3D_SIZE 3',
    'LUT_3D_INPUT_RANGE 0 1',
    ...shaperRows.map((r) => r.join(' ')),
    ...rows(nodes),
    '',
  ].join('\n');

  test('a shaper before a grid is what OpenColorIO makes of it, read and written again', () => {
    const uniform = seeded(4);
    const rgb = new Float32Array(900).map(() => uniform() * 2 - 0.4);
    for (const text of [source, writeCube(parseCube(source, 'shaper.cube'))]) {
      const path = join(temporaryFolder(), 'shaper.cube');
      writeFileSync(path, text);
      const theirs = ocio({ kind: 'file', path, interpolation: 'tetrahedral' }, toPixels(rgb));
      const ours = Float32Array.from(rgb);
      applyCube(parseCube(text, path), ours, 'tetrahedral');
      expect(worstDifference(ours, theirs)).toBeLessThan(1e-5);
    }
    expect(inspectLut(lutOf(parseCube(source, 'shaper.cube')))).toMatchObject({
      type: '3d',
      size: 3,
      shaper: 9,
      domainMin: [-0.25, -0.25, -0.25],
      domainMax: [1.5, 1.5, 1.5],
    });
  });

  test.each([
    ['LUT_3D_SIZE 3\nLUT_3D_INPUT_RANGE -0.1 2', nodes],
    ['LUT_1D_SIZE 9\nLUT_1D_INPUT_RANGE -0.1 2', shaperRows.flat()],
  ])('%s is the domain of the one table', (header, values) => {
    const text = `${header}\n${rows(values).join('\n')}\n`;
    const path = join(temporaryFolder(), 'range.cube');
    writeFileSync(path, text);
    const uniform = seeded(6);
    const rgb = new Float32Array(600).map(() => uniform() * 2.4 - 0.3);
    const theirs = ocio({ kind: 'file', path, interpolation: 'trilinear' }, toPixels(rgb));
    applyCube(parseCube(text, path), rgb, 'trilinear');
    expect(worstDifference(rgb, theirs)).toBeLessThan(1e-5);
  });
});
