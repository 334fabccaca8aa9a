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
  ])('%s', (line, row) => {
    expect(parseRows(line)).toEqual({ rows: [row] });
  });

  test('empty lines are passed over, and a line that says nothing is named by its number', () => {
    expect(parseRows('18, 408\n\n90, 600\n').rows).toHaveLength(2);
    expect(parseRows('18, 408\n\nsomething').problem).toMatch(/^Line 3, "something": two numbers are needed/);
    expect(parseRows('18').problem).toMatch(/^Line 1/);
  });
});
