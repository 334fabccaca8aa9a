import fc from 'fast-check';
import { expect, test } from 'vitest';
import { canonicalJson } from './canonicalJson.ts';

/** What hashes of earlier releases were made of: they must come out again. */
function asEver(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(asEver).join(',')}]`;
  if (typeof value !== 'object' || value === null) return JSON.stringify(value) ?? 'null';
  const entries = Object.entries(value).filter(([, v]) => v !== undefined);
  entries.sort(([a], [b]) => (a < b ? -1 : 1));
  return `{${entries.map(([k, v]) => `${JSON.stringify(k)}:${asEver(v)}`).join(',')}}`;
}

test('one text for one value, the same as ever', () => {
  const leaf = fc.oneof(
    fc.string({ unit: 'binary' }),
    fc.double(),
    fc.boolean(),
    fc.constantFrom(null, undefined, -0),
  );
  const { some } = fc.letrec((tie) => ({
    some: fc.oneof(
      { maxDepth: 4 },
      leaf,
      fc.array(tie('some')),
      fc.dictionary(fc.string({ unit: 'binary' }), tie('some')),
    ),
  }));
  fc.assert(
    fc.property(some, (value) => {
      expect(canonicalJson(value)).toBe(asEver(value));
    }),
  );
});

test('the order of keys does not matter, that of a list does', () => {
  expect(canonicalJson({ b: 1, a: [2, { d: undefined, c: 3 }] })).toBe('{"a":[2,{"c":3}],"b":1}');
  expect(canonicalJson([2, 1])).not.toBe(canonicalJson([1, 2]));
});
