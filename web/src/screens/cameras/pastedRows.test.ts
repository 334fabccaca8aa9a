import { describe, expect, test } from 'vitest';
import { parseRows } from './pastedRows.ts';

describe('rows as people paste them', () => {
  test.each([
    ['18 %, 408', { at: 18, by: 'reflectance', value: 408, unit: '10-bit' }],
    ['18%;408', { at: 18, by: 'reflectance', value: 408, unit: '10-bit' }],
    ['90\t58.6 %', { at: 90, by: 'reflectance', value: 58.6, unit: 'percent' }],
    ['+2 st, 575.4', { at: 2, by: 'stops', value: 575.4, unit: '10-bit' }],
    ['−3 stops: 190', { at: -3, by: 'stops', value: 190, unit: '10-bit' }],
    ['18, 0.413588', { at: 18, by: 'reflectance', value: 0.413588, unit: 'code' }],
    ['0 %, −0.35', { at: 0, by: 'reflectance', value: -0.35, unit: 'code' }],
    ['0 % black 115', { at: 0, by: 'reflectance', value: 115, unit: '10-bit' }],
    ['18 % grey, 42 IRE', { at: 18, by: 'reflectance', value: 42, unit: 'percent' }],
    ['white 59 IRE', { at: 90, by: 'reflectance', value: 59, unit: 'percent' }],
    ['Middle grey: 38.4 percent', { at: 18, by: 'reflectance', value: 38.4, unit: 'percent' }],
    ['mid-gray 10-bit code 408', { at: 18, by: 'reflectance', value: 408, unit: '10-bit' }],
    ['+2 EV\t61,5 %', { at: 2, by: 'stops', value: 61.5, unit: 'percent' }],
    ['-3; 190', { at: -3, by: 'stops', value: 190, unit: '10-bit' }],
    ['white 90, 600', { at: 90, by: 'reflectance', value: 600, unit: '10-bit' }],
  ])('%s', (line, row) => {
    expect(parseRows(line)).toEqual({ rows: [row] });
  });

  test('further numbers of a line are rows of their own, and so are objects one after the other', () => {
    expect(parseRows('18 %, 408, 39.9 %, 0.3988').rows).toEqual([
      { at: 18, by: 'reflectance', value: 408, unit: '10-bit' },
      { at: 18, by: 'reflectance', value: 39.9, unit: 'percent' },
      { at: 18, by: 'reflectance', value: 0.3988, unit: 'code' },
    ]);
    expect(parseRows('black 95, middle grey 408, white 685').rows.map((r) => [r.at, r.value])).toEqual([
      [0, 95],
      [18, 408],
      [90, 685],
    ]);
  });

  test('columns are what their heads say; those that are not for this table are left out', () => {
    const sheet = 'Stops\t8-bit\t10-bit\tIRE\n-2\t69\t277\t27,1\n0\t102\t408\t39,9';
    expect(parseRows(sheet).rows).toEqual([
      { at: -2, by: 'stops', value: 277, unit: '10-bit' },
      { at: -2, by: 'stops', value: 27.1, unit: 'percent' },
      { at: 0, by: 'stops', value: 408, unit: '10-bit' },
      { at: 0, by: 'stops', value: 39.9, unit: 'percent' },
    ]);
    expect(parseRows('Scene reflectance, 0–1\n18, 0.41').rows).toEqual([
      { at: 18, by: 'reflectance', value: 0.41, unit: 'code' },
    ]);
  });

  test('empty lines are passed over, and a line that says nothing is named by its number', () => {
    expect(parseRows('18, 408\n\n90, 600\n').rows).toHaveLength(2);
    expect(parseRows('18, 408\n\nsomething').problem).toMatch(
      /^Line 3, "something": an exposure and a value are needed/,
    );
    expect(parseRows('18').problem).toMatch(/^Line 1/);
  });
});
