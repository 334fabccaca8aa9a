import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { parseProfile } from '../camera/profile.ts';
import { bake, compileOrder } from '../cube/bake.ts';
import { proofLimits, proveCube } from '../cube/proof.ts';
import { isActive } from './compile.ts';
import { lookFrom, startingPoints } from './startingPoints.ts';

const heron = parseProfile(
  JSON.parse(readFileSync(new URL('../../../demo/profiles/heron.json', import.meta.url), 'utf8')),
  'heron',
);

describe.each(startingPoints.map((p) => [p.id] as const))('%s', (id) => {
  const look = lookFrom(id, 'Mine');

  test('does something with every step, but for the neutral one', () => {
    expect(look.steps.every(isActive)).toBe(id !== 'neutral');
  });

  test('bakes inside the proof limits at 33', () => {
    const order = { look, profile: heron, role: 'combined', grid: 33 } as const;
    const proof = proveCube(bake(order), compileOrder(order), 'tetrahedral', 8000);
    expect(proof.mean).toBeLessThanOrEqual(proofLimits.mean);
    expect(proof.p99).toBeLessThanOrEqual(proofLimits.p99);
  });
});

test('an unknown one is refused', () => expect(() => lookFrom('none', 'x')).toThrow(/no starting point/));
