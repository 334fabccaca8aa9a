import { describe, expect, test } from 'vitest';
import { makeCodec } from '../codec.ts';
import type { CurveParams } from '../curves/index.ts';
import { type CheckRow, parseProfile, type Profile } from '../profile.ts';
import { seeded } from '../../numeric/random.ts';
import { judgeTable, printedValue, rowLinear } from './checkTable.ts';
import { constantFields, typedConstants } from './constants.ts';
import { diagnose } from './diagnose.ts';
import { profileOf } from '../../testing/profiles.ts';
import { typoCandidates } from './typoCandidates.ts';

const read = profileOf;

/** The table of an invented sheet: the usual reflectances and a few stops, printed as whole 10-bit codes. */
function printedTable(profile: Profile): CheckRow[] {
  const codec = makeCodec(profile);
  const rows: Omit<CheckRow, 'value'>[] = [
    ...[0, 2, 18, 90].map((at) => ({ at, by: 'reflectance' as const, unit: '10-bit' as const })),
    ...[-6, -5, -4, -2, 1, 3, 4, 5, 6].map((at) => ({ at, by: 'stops' as const, unit: '10-bit' as const })),
  ];
  return rows.map((r) => ({
    ...r,
    value: Math.round(printedValue(codec, rowLinear({ ...r, value: 0 }), r.unit)),
  }));
}

/** An invented maker's sheet, as a user would type it. */
const sheet: Profile = {
  ...read('heron'),
  id: 'shearwater',
  name: 'Invented sheet',
  curve: {
    family: 'logWithLinearToe',
    base: 10,
    logSideSlope: 0.2716,
    logSideOffset: 0.6034,
    linSideSlope: 1.18,
    linSideOffset: 0.0127,
    linSideBreak: 0.0052,
    linearSlope: 7.3264,
  },
  range: 'narrow',
};

/** S-2016-001 prints ACEScct's constants and 0.18 → 0.413588; the other rows are its formula at whole codes. */
const acescct: Profile = {
  ...read('acescct'),
  curve: {
    family: 'logWithLinearToe',
    base: 2,
    logSideSlope: 0.0570776,
    logSideOffset: 0.554795,
    linSideSlope: 1,
    linSideOffset: 0,
    linSideBreak: 0.0078125,
    linearSlope: 10.5402,
  },
};

describe.each([
  ['an invented sheet', sheet],
  ['ACEScct from S-2016-001', acescct],
])('%s', (_, profile) => {
  const rows = printedTable(profile);

  test('typed right, every row holds and nothing is suspected', () => {
    expect(judgeTable(profile, rows).map((r) => r.verdict)).toEqual(rows.map(() => 'holds'));
    expect(diagnose(profile, rows)).toEqual([]);
  });

  test('one wrong digit in any constant is named in at least 9 of 10 cases that the table shows', () => {
    const uniform = seeded(31);
    let seen = 0;
    let named = 0;
    while (seen < 60) {
      const constants = typedConstants(profile.curve);
      const { key, value } = constants[Math.floor(uniform() * constants.length)];
      const text = String(value);
      const at = Math.floor(uniform() * text.length);
      const wrong = Number(text.slice(0, at) + Math.floor(uniform() * 10) + text.slice(at + 1));
      const typed: Profile = { ...profile, curve: { ...profile.curve, [key]: wrong } as CurveParams };
      if (!Number.isFinite(wrong) || wrong === value) continue;
      try {
        parseProfile(typed, 'typed');
      } catch {
        // The form refuses it by itself.
        continue;
      }
      if (judgeTable(typed, rows).every((r) => r.verdict === 'holds')) continue;
      seen++;
      if (diagnose(typed, rows)[0]?.constant === key) named++;
    }
    expect(named / seen).toBeGreaterThanOrEqual(0.9);
  });

  test.each<[string, Profile, RegExp]>([
    [
      'natural for base 2 or 10',
      { ...profile, curve: { ...profile.curve, base: 2.718281828459045 } as CurveParams },
      /base (2|10)/i,
    ],
    ['the other range', { ...profile, range: profile.range === 'full' ? 'narrow' : 'full' }, /Range/],
  ])('%s is recognised', (_name, typed, says) => {
    expect(diagnose(typed, rows)[0]?.says).toMatch(says);
  });

  test('a table made for a 20 % grey, and one of shares of all codes, are recognised', () => {
    const brighter = rows.map((r) =>
      r.by === 'stops' ? { ...r, at: r.at - Math.log2(0.2 / 0.18) } : { ...r, at: r.at * 0.9 },
    );
    expect(diagnose(profile, brighter)[0]?.says).toMatch(/0\.20 instead of 0\.18/);
    const codec = makeCodec({ ...profile, range: 'narrow' });
    const percent = rows.map((r) => ({
      ...r,
      unit: 'percent' as const,
      value: Number((codec.encode(rowLinear(r)) * 100).toFixed(1)),
    }));
    expect(diagnose({ ...profile, range: 'narrow' }, percent)[0]?.says).toMatch(/shares of all codes/);
  });
});

test('a table of another camera is not explained by any single change', () => {
  expect(diagnose(read('heron'), printedTable(read('wren')))).toEqual([]);
});

test('the demo’s own tables hold', () => {
  for (const id of [
    'heron',
    'acescc',
    'acesproxy',
    'printing-density',
    'bt2100-hlg',
    'bt2100-pq',
    'bt709',
    'srgb',
  ])
    judgeTable(read(id)).forEach((r) => expect(`${id} ${r.row.at}: ${r.verdict}`).toMatch(/holds/));
});

test('slips hold wrong, missing, doubled and swapped digits, a moved point and a lost sign', () => {
  expect(typoCandidates(0.0836)).toEqual(
    expect.arrayContaining([0.0839, 0.086, 0.08836, 0.0863, 0.836, -0.0836]),
  );
  expect(typoCandidates(2)).toEqual(expect.arrayContaining([10 * 2, 3, 0.2, 12]));
});

test('the form of a family is read from its schema', () => {
  const fields = constantFields('logWithLinearToe');
  expect(fields.map((f) => f.label)).toContain('Lin-side break');
  expect(fields.find((f) => f.key === 'linearSlope')).toMatchObject({ kind: 'number', optional: true });
  expect(constantFields('videoGamma')[0]).toMatchObject({
    kind: 'choice',
    choices: ['bt709', 'bt1886', 'srgb', 'power'],
  });
});
