import { expect, test } from 'vitest';
import type { Manifest, ManifestFile } from '../manifest.ts';
import type { PackSpec } from '../spec.ts';
import { describeEnd, displayEnd } from '../../order/end.ts';
import { profileOf } from '../../testing/profiles.ts';
import { accuracyOf, cautionsOf, symptomsOf } from './symptoms.ts';

type Proof = NonNullable<ManifestFile['proof']>;
const proof = (mean: number, p99: number, more: Partial<Proof> = {}) =>
  ({ mean, p99, greyFall: 0, outOfRange: 0, ...more }) as Proof;
const file = (path: string, more: Partial<ManifestFile> = {}) =>
  ({
    path,
    role: 'combined',
    offset: 0,
    output: 'BT.709, gamma 2.4, full range',
    proof: null,
    ...more,
  }) as ManifestFile;
const manifest = (...files: ManifestFile[]) => ({ files }) as Manifest;
const spec = (...ids: string[]) => ({ profiles: ids.map(profileOf) }) as unknown as PackSpec;
const seen = (m: Manifest, s = spec('heron')) =>
  symptomsOf(m, s)
    .map(({ sees }) => sees)
    .join('\n');

test('a pack is told only what can happen with its files', () => {
  const plain = manifest(file('a.cube'));
  const pair = manifest(file('a.cube'), file('m.cube', { role: 'monitor', offset: -1 }));
  expect(seen(plain)).toMatch(/^Flat, grey/);
  expect(seen(plain)).not.toMatch(/too bright|one camera/i);
  expect(seen(pair)).toMatch(/Too bright by a stop or more in post/);
  expect(seen(plain, spec('heron', 'wren'))).toMatch(/one camera/);
  const narrow = manifest(file('n.cube', { output: 'BT.709, gamma 2.4, narrow range' }));
  expect(cautionsOf(plain, spec('heron')).join()).not.toMatch(/narrow/);
  expect(cautionsOf(narrow, spec('heron')).join()).toMatch(/narrow range/);
  expect(cautionsOf(pair, spec('heron')).join()).toMatch(/exposed over/);
});

test('what a project is to be set to is said of each display that files end in, and of none where all end in log', () => {
  const described = (range: 'full' | 'narrow') => describeEnd(displayEnd({ output: 'bt1886', range }));
  const pack = manifest(
    file('a.cube', { to: 'bt1886', output: described('full') }),
    file('b.cube', { to: 'bt1886', output: described('full') }),
    file('c.cube', { to: 'bt1886-narrow', output: described('narrow') }),
    file('d.cube', { to: 'heron', output: 'Heron log' }),
  );
  expect(cautionsOf(pack, spec('heron'))[0]).toContain(
    'to what the file ends in: BT.709, gamma 2.4, full range (2 files); BT.709, gamma 2.4, narrow range (1 file).',
  );
  const log = manifest(file('d.cube', { to: 'heron', output: 'Heron log' }));
  expect(cautionsOf(log, spec('heron')).join()).not.toMatch(/Set the project/);
});

test('a profile that is a guess is said to be one', () => {
  const pack = manifest(file('a.cube', {}));
  const guessed = spec('heron');
  const profiles = guessed.profiles.map((p) => ({ ...p, guess: 'stretched by eye on Quay' }));
  expect(cautionsOf(pack, { ...guessed, profiles })[0]).toMatch(
    /^The profile .+ is a guess, stretched by eye on Quay:/,
  );
  expect(cautionsOf(pack, guessed).join()).not.toMatch(/is a guess/);
});

test('every symptom says what to do to find out', () => {
  for (const { likely, check } of symptomsOf(
    manifest(file('m.cube', { role: 'monitor', offset: -1 })),
    spec('heron', 'wren'),
  )) {
    expect(likely).toMatch(/\.$/);
    expect(check).toMatch(/^(Take|Compare|Put|Switch|Read|Move|Look|Try|Set) .*\.$/s);
  }
});

test('files that fail the accuracy check stand at the head, the furthest first, then those on the border; one out of range fails at any figure', () => {
  expect(accuracyOf(manifest(file('a.cube', { proof: proof(0.1, 0.5) }), file('b.txt')))).toBeNull();
  const { says, rows } = accuracyOf(
    manifest(
      file('a.cube', { proof: proof(0.4, 1.6) }),
      file('b.cube', { proof: proof(0.9, 4) }),
      file('c.cube', { proof: proof(0.2, 1.25) }),
      file('d.cube', { proof: proof(0.1, 0.4, { outOfRange: 0.01 }) }),
      file('e.cube', { proof: proof(0.1, 0.4) }),
    ),
  )!;
  expect(says).toBe(
    'Accuracy check of 5 files: 3 fail, 1 borderline (some pictures may be over the tolerance).',
  );
  expect(rows.map((r) => r.path)).toEqual(['b.cube', 'a.cube', 'd.cube', 'c.cube']);
  expect(rows[0]).toEqual({ path: 'b.cube', verdict: 'fails', mean: '0.90', p99: '4.0' });
  expect(rows[3].verdict).toBe('borderline');
});
