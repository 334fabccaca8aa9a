import { describe, expect, test } from 'vitest';
import { neutralShot } from '../look/shot.ts';
import { trimmedNoise } from '../plate/trimmedNoise.ts';
import { noiseDeviation } from '../plate/noise.ts';
import { profileOf } from '../testing/profiles.ts';
import { trialPlate } from '../testing/trialPlates.ts';
import { emptyRecord, readEntry, recordCautions, recordWords, type ShotRecord } from './shotRecord.ts';

const heron = profileOf('heron');
const cautions = (record: Partial<ShotRecord>, exposure = 0, others: Partial<ShotRecord>[] = []) =>
  recordCautions(
    { ...emptyRecord, ...record },
    {
      profile: heron,
      shot: { ...neutralShot, exposure },
      others: others.map((o) => ({ ...emptyRecord, ...o })),
    },
  );

describe('typed entries', () => {
  test('are taken as people write them; nothing is nothing', () => {
    expect(readEntry('ei', ' 1600 ')).toEqual({ ei: 1600 });
    expect(readEntry('meterOffset', '−0,5')).toEqual({ meterOffset: -0.5 });
    expect(readEntry('balance', '')).toEqual({ balance: null });
    expect(readEntry('place', ' Slipway ')).toEqual({ place: 'Slipway' });
  });
  test.each([
    ['ei', 'fast', /EI: "fast" is no number/],
    ['ei', '-800', /EI: "-800"/],
    ['balance', '56', /Balance: "56"/],
    ['place', 'x'.repeat(121), /Place: .* is too long/],
  ] as const)('%s of "%s" is refused in words', (key, typed, message) => {
    expect(() => readEntry(key, typed)).toThrow(message);
  });
});

test('a record reads as a camera report', () => {
  expect(
    recordWords({
      ...emptyRecord,
      slate: '14B',
      ei: 800,
      base: 800,
      balance: 5600,
      meterOffset: 1,
      lens: '35 mm',
    }),
  ).toEqual(['14B', 'EI 800', 'base 800', '5600 K', '1.0 st over the meter', '35 mm']);
  expect(recordWords(emptyRecord)).toEqual([]);
});

// The main camera of the demo has bases 800 and 3200, two stops apart.
describe('a base crossed is told', () => {
  test('by a trim up to the other base, and not by one that stays under it', () => {
    expect(cautions({ ei: 800 }, 2)).toEqual([expect.stringMatching(/EI 3200, past base 3200/)]);
    expect(cautions({ ei: 1600 }, 1)).toEqual([expect.stringMatching(/EI 3200, past base 3200/)]);
    expect(cautions({ ei: 800 }, 1.9)).toEqual([]);
    expect(cautions({ ei: 3200 }, 2)).toEqual([]);
  });
  test('by a trim down to the lower base', () => {
    expect(cautions({ ei: 3200 }, -2)).toEqual([expect.stringMatching(/EI 800, down to base 800/)]);
    expect(cautions({ ei: 3200 }, -1)).toEqual([]);
  });
  test('where others of the scene were recorded at another', () => {
    expect(cautions({ ei: 800 }, 0, [{ ei: 3200 }, {}])).toEqual([
      expect.stringMatching(/base 800, others of its scene at 3200/),
    ]);
    expect(cautions({ ei: 800 }, 0, [{ ei: 1600 }])).toEqual([]);
  });
  test('where EI and base do not go together', () => {
    expect(cautions({ ei: 800, base: 3200 })).toEqual([
      expect.stringMatching(/EI 800 works on base 800 by the profile; the record says base 3200/),
    ]);
  });
  test('an exposure over the meter that the trim does not take back', () => {
    expect(cautions({ meterOffset: 1 })).toEqual([
      expect.stringMatching(/Exposed 1\.0 st over the meter; the trim is [+]?0\.0 st/),
    ]);
    expect(cautions({ meterOffset: 1 }, -1)).toEqual([]);
    expect(cautions({ meterOffset: -2.3 }, 1)).toEqual([
      'Exposed 2.3 st under the meter; the trim is +1.0 st.',
    ]);
    expect(cautions({})).toEqual([]);
  });
});

describe('noise behind the trim', () => {
  const of = (stops: number) => {
    const plate = trialPlate('quay-blue-hour', heron, { pixels: 20_000, noise: 1, exposure: stops });
    return { plate, noise: noiseDeviation(plate.code, plate.width, plate.height) * 1023 };
  };
  test('without a trim is that of the frame', () => {
    const { plate, noise } = of(0);
    expect(trimmedNoise(plate.code, plate, heron, neutralShot)).toBeCloseTo(noise, 2);
  });
  test('brought up from two stops under is more than that of the plate exposed as it is shown', () => {
    const { plate } = of(-2);
    const raised = trimmedNoise(plate.code, plate, heron, { ...neutralShot, exposure: 2 });
    expect(raised).toBeGreaterThan(of(0).noise * 1.2);
  });
});
