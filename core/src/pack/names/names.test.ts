import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  counterToken,
  freeToken,
  offsetToken,
  strengthToken,
  tonesToken,
  versionToken,
} from '../../order/nameTokens.ts';
import { roleIds } from '../../order/roles/index.ts';
import { clashes, nameProblems } from './check.ts';
import type { NameParts } from './parts.ts';
import { readName } from './read.ts';
import { type NameRule, nameRuleSchema, nameTokenIds, standardNameRule } from './rule.ts';
import { shortNames } from './short.ts';
import { styled } from './styled.ts';
import { writeName } from './write.ts';

/** Words people give to looks, and words that look like another part of a name. */
const words = fc.oneof(
  fc.string({ maxLength: 24 }),
  fc.constantFrom(
    'v3',
    '33',
    's40',
    'Trim',
    'creative display',
    '1st over',
    'full',
    'Narrow 12',
    'n007',
    'x-v3',
    'Tone wide',
    'Été',
  ),
);
const free = fc
  .oneof(words, fc.constantFrom('Slack Water', 'SW', 'x SW', 'xSW', 'x x SW', 'CNV', 'A'))
  .map((w) => freeToken(w, 'look'));
const number = (most: number) => fc.integer({ min: 1, max: most });

const parts: fc.Arbitrary<NameParts> = fc.record(
  {
    pack: free,
    look: fc.oneof(free, fc.constant(tonesToken({ preset: 'punchy', gamutFit: 'clip' }))),
    version: number(999).map(versionToken),
    input: free,
    output: free,
    role: fc.constantFrom(...roleIds),
    strength: number(99).map((n) => strengthToken(n / 100)),
    offset: fc
      .integer({ min: -32, max: 32 })
      .filter((n) => n !== 0)
      .map((n) => offsetToken(n / 4)),
    range: fc.constantFrom('full', 'narrow', 'narrow-12'),
    grid: fc.integer({ min: 2, max: 129 }).map(String),
    counter: number(5000).map(counterToken),
  },
  { requiredKeys: ['pack', 'input', 'output', 'role', 'grid', 'counter'] },
);

/** Abbreviations, some of which are what others are called in full. */
const abbreviations = fc
  .uniqueArray(
    fc.record({
      of: fc.oneof(words, fc.constantFrom(...roleIds, 'Slack Water', 'SW', 'x SW', 'CNV')),
      short: fc.constantFrom('SW', 'sw2', 'CNV', 'A', 'Heron'),
    }),
    { maxLength: 4, selector: (a) => a.short.toLowerCase() },
  )
  .filter((list) => nameRuleSchema.safeParse({ abbreviations: list }).success);

const rule: fc.Arbitrary<NameRule> = fc
  .record({
    abbreviations,
    tokens: fc.shuffledSubarray([...nameTokenIds], { minLength: 1 }),
    separator: fc.constantFrom('_' as const, '-' as const),
    word: fc.constantFrom('-' as const, '_' as const, '' as const),
    letterCase: fc.constantFrom('keep' as const, 'lower' as const, 'upper' as const),
  })
  .filter((r) => r.separator !== r.word);

const somebodysWords = new Set(['pack', 'look', 'input', 'output']);

test('a name written by any rule is read back without loss', () => {
  fc.assert(
    fc.property(parts, rule, (told, by) => {
      // Parts that may be missing and stand beside each other have to be told apart by what they are, which they are.
      const name = writeName(told, by);
      fc.pre(name !== '');
      const read = readName(`${name}.cube`, by);
      const expected = Object.fromEntries(
        by.tokens
          .filter((t) => told[t] !== undefined)
          .map((t) => [t, somebodysWords.has(t) ? styled(told[t]!, by) : told[t]!.toLowerCase()]),
      );
      const lower = Object.fromEntries(
        Object.entries(read ?? {}).map(([t, v]) => [t, somebodysWords.has(t) ? v : v!.toLowerCase()]),
      );
      expect(lower).toEqual(expected);
    }),
    { numRuns: 2000 },
  );
});

test('what has an abbreviation is written short, and what looks like one is told from it', () => {
  const by = nameRuleSchema.parse({
    tokens: ['look', 'role'],
    abbreviations: [
      { of: 'Slack Water', short: 'SW' },
      { of: 'creative display', short: 'CRD' },
    ],
  });
  expect(writeName({ look: 'Slack-Water', role: 'creative-display' }, by)).toBe('SW_CRD');
  expect(readName('SW_CRD.cube', by)).toEqual({ look: 'Slack-Water', role: 'creative-display' });
  expect(writeName({ look: 'SW', role: 'trim' }, by)).toBe('x-SW_trim');
  expect(readName('x-SW_trim.cube', by)).toEqual({ look: 'SW', role: 'trim' });
});

test('abbreviations that could not be told apart, or from other parts, are refused', () => {
  const of =
    (...pairs: [string, string][]) =>
    () =>
      nameRuleSchema.parse({ abbreviations: pairs.map(([o, short]) => ({ of: o, short })) });
  expect(of(['Slack Water', 'SW'], ['Sodium Quay', 'sw'])).toThrow(/written alike/);
  expect(of(['Slack Water', 'SW'], ['slack water', 'SLW'])).toThrow(/stands twice/);
  expect(of(['Slack Water', 'v3'])).toThrow(/read as another part/);
  expect(of(['Slack Water', 'S-W'])).toThrow(/letters and figures/);
});

test('a rule whose parts could not be told apart is refused', () => {
  expect(() => nameRuleSchema.parse({ separator: '-', word: '-' })).toThrow(/different separators/);
  expect(() => nameRuleSchema.parse({ tokens: ['look', 'look'] })).toThrow(/twice/);
});

test('a name that is not built by the rule is no name of it', () => {
  for (const name of ['holiday.jpg', 'Slack-Water_v3_heron.cube', 'a_b_c_d_e_f_33.cube', ''])
    expect(readName(name, standardNameRule)).toBeNull();
});

describe('what file systems do to names', () => {
  test.each([
    ['CON.cube', /kept for a device/],
    ['com1', /kept for a device/],
    ['a:b.cube', /":" is not allowed/],
    ['a\u0007b', /control character/],
    ['..', /leads out/],
    ['.', /leads out/],
    ['a/../b', /"\/" is not allowed/],
    ['name.', /dot or a space/],
    ['name ', /dot or a space/],
    [' name', /begins with a space/],
    ['Été.cube', /not ASCII/],
    ['.hidden.cube', /begins with a dot/],
    ['   ', /empty/],
    [`${'x'.repeat(256)}`, /256 bytes/],
  ])('%j', (name, says) => expect(nameProblems(name).join()).toMatch(says));

  test('built names are fine everywhere', () => {
    fc.assert(fc.property(parts, rule, (told, by) => nameProblems(writeName(told, by) || 'x').length === 0));
  });

  test('names that are one where case or accents are not told', () => {
    const found = clashes(['a/Dusk.cube', 'a/dusk.cube', 'b/dusk.cube', 'a/e\u0301.cube', 'a/\u00e9.cube']);
    expect([...found]).toEqual([
      [0, [1]],
      [1, [0]],
      [3, [4]],
      [4, [3]],
    ]);
  });
});

describe('short names', () => {
  const file = (change: NameParts): NameParts => ({
    look: 'Slack-Water',
    input: 'heron',
    output: 'bt1886',
    role: 'combined',
    grid: '17',
    ...change,
  });

  test('a look and a role, where nothing else differs', () => {
    expect(shortNames([file({}), file({ role: 'monitor' }), file({ look: 'Sodium-Quay' })], 8)).toEqual([
      'SLCKWTCB',
      'SLCKWTMO',
      'SDMQYOCB',
    ]);
  });

  test('cameras that differ are told, those that do not are not', () => {
    const names = shortNames([file({}), file({ input: 'plover' }), file({ input: 'plover-video' })], 8);
    expect(new Set(names).size).toBe(3);
    for (const name of names) expect(name).toMatch(/^SL[A-Z0-9]{0,6}CB$/);
  });

  test('always short, plain and different, whatever the files', () => {
    const any = fc.array(parts, { minLength: 1, maxLength: 60 }).map((all) => {
      const seen = new Map(all.map((p) => [JSON.stringify({ ...p, counter: '', pack: '' }), p]));
      return [...seen.values()];
    });
    fc.assert(
      fc.property(any, fc.integer({ min: 5, max: 12 }), (files, length) => {
        const names = shortNames(files, length);
        expect(new Set(names).size).toBe(files.length);
        for (const name of names) expect(name).toMatch(new RegExp(`^[A-Z0-9]{1,${length}}$`));
      }),
      { numRuns: 300 },
    );
  });
});
