import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { standardRendering } from '../render/rendering.ts';
import { exposureCard } from './exposureCard.ts';
import { parseProfile } from './profile.ts';

const heron = parseProfile(
  JSON.parse(readFileSync(new URL('../../../demo/profiles/heron.json', import.meta.url), 'utf8')),
  'heron',
);
const rendering = standardRendering;
const card = (settings: Partial<Parameters<typeof exposureCard>[2]> = {}) =>
  exposureCard(heron, rendering, { sensitivity: 800, lightOffset: 0, monitorOffset: 0, ...settings });
const row = (c: ReturnType<typeof card>, id: string) => c.rows.find((r) => r.id === id)!;

test('at its base, grey lands on the profile’s code and the default 42 % after conversion', () => {
  const grey = row(card(), 'grey');
  expect(grey.recorded.code10).toBeCloseTo(408.27, 1);
  expect(grey.recorded.code8).toBeCloseTo((408.27 / 1023) * 255, 1);
  expect(grey.converted.percent).toBeCloseTo(42, 3);
  expect(card()).toMatchObject({ above: 6.5, below: 7, clipStops: 6.5, floorStops: -7, warnings: [] });
});

test('a stop over moves everything a stop up, and takes a stop from above', () => {
  const over = card({ lightOffset: 1 });
  expect(row(over, 'grey').recordedStops).toBe(1);
  expect(over).toMatchObject({ above: 5.5, below: 8 });
});

test('a monitor a stop darker shows what is recorded a stop over at its nominal level (common practice)', () => {
  const right = card({ lightOffset: 1, monitorOffset: 1 });
  expect(row(right, 'grey').monitored.percent).toBeCloseTo(42, 3);
  expect(row(right, 'grey').converted.percent).toBeGreaterThan(55);
});

test('EI above the base gives room above and takes it below', () => {
  expect(card({ sensitivity: 1131.37 })).toMatchObject({
    above: expect.closeTo(7, 3) as number,
    below: expect.closeTo(6.5, 3) as number,
  });
});

describe('warnings', () => {
  test('outside the post range of the base in force', () => {
    expect(card({ sensitivity: 1900 }).warnings[0]).toMatch(
      /EI 1900 lies outside 200–1600, the range of base 800/,
    );
  });
  test('a change that would cross between bases says so', () => {
    expect(card({ sensitivity: 1600, lightOffset: -1 }).warnings.join(' ')).toMatch(
      /asks for EI 3200, outside 200–1600\. It would need base 3200, and a clip cannot cross/,
    );
  });
  test('a monitor’s offset counts once: two stops over are taken back by a quarter of the EI (common practice)', () => {
    const over = card({ sensitivity: 400, lightOffset: 2, monitorOffset: 2 });
    expect(over.warnings.join(' ')).toMatch(/taking 2\.0 stops back asks for EI 100, outside 200–1600/);
    expect(card({ lightOffset: 2, monitorOffset: 2 }).warnings).toEqual([]);
    expect(card({ lightOffset: -1.5, monitorOffset: -1.5 }).warnings.join(' ')).not.toMatch(/rescue/);
  });
  test('a deep rescue, and what is lost', () => {
    expect(card({ lightOffset: -2.5 }).warnings.join(' ')).toMatch(/beyond 2 stops rarely holds/);
    expect(card({ lightOffset: 5 }).warnings.join(' ')).toMatch(/90 % white is clipped/);
  });
});
