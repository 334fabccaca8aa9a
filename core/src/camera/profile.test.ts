import { readdirSync, readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { DocumentError } from '../document.ts';
import { parseJson } from '../parseJson.ts';
import { acescct } from '../colour/transfer/acescct.ts';
import { bt709Curve } from '../colour/transfer/bt709.ts';
import { srgbCurve } from '../colour/transfer/srgb.ts';
import { makeCodec } from './codec.ts';
import { stopsToLinear } from '../colour/exposure.ts';
import { parseProfile, type Profile } from './profile.ts';
import { levels } from '../colour/range.ts';
import { allProfiles, profileOf } from '../testing/profiles.ts';
import { profileTable } from './table.ts';

const folder = new URL('../../../demo/profiles/', import.meta.url);
const read = (file: string): Record<string, unknown> =>
  JSON.parse(readFileSync(new URL(file, folder), 'utf8')) as Record<string, unknown>;
const codecOf = (id: string) => makeCodec(profileOf(id));

test.each([folder, new URL('./standard/', import.meta.url)])(
  'profiles of %s are named after their files',
  (at) => {
    for (const file of readdirSync(at).filter((f) => f.endsWith('.json')))
      expect(`${(JSON.parse(readFileSync(new URL(file, at), 'utf8')) as Profile).id}.json`).toBe(file);
  },
);

describe.each(allProfiles.map((p) => [p.id, p] as const))('%s', (_id, profile) => {
  const codec = makeCodec(profile);

  test('decode undoes encode within 1e-6 over its range', () => {
    // Where codes under black are held, light under it does not come back.
    const below = profile.overshoot === 'held' ? 0 : 2;
    const low = stopsToLinear(profile.sensor.floorStops - below);
    const high = stopsToLinear(profile.sensor.clipStops);
    fc.assert(
      fc.property(
        fc.double({ min: low, max: high, noNaN: true }),
        (x) => Math.abs(codec.decode(codec.encode(x)) - x) <= 1e-6,
      ),
    );
  });

  test('encode undoes decode within 1e-6 for every code the sensor gives', () => {
    fc.assert(
      fc.property(
        fc.double({ min: codec.blackCode, max: codec.clipCode, noNaN: true }),
        (v) => Math.abs(codec.encode(codec.decode(v)) - v) <= 1e-6,
      ),
    );
  });

  test('a grey stays a grey on the way to working RGB', () => {
    const rows = [0, 3, 6].map((i) => codec.toWorking[i] + codec.toWorking[i + 1] + codec.toWorking[i + 2]);
    rows.forEach((sum) => expect(sum).toBeCloseTo(1, 10));
  });
});

test('the standard profiles are the standards’ curves', () => {
  for (const x of [0, 0.001, 0.02, 0.18, 0.9]) {
    expect(codecOf('acescct').encode(x)).toBeCloseTo(acescct.forward(x), 12);
    expect(codecOf('bt709').encode(x)).toBeCloseTo(bt709Curve.forward(x), 12);
    expect(codecOf('srgb').encode(x)).toBeCloseTo(srgbCurve.forward(x), 12);
  }
});

test('narrow range is 64–940 of 1023 and 16–235 of 255 (ITU-R BT.709-6 item 4.6)', () => {
  expect(levels('narrow', 10)).toEqual({ black: 64 / 1023, white: 940 / 1023 });
  expect(levels('narrow', 8)).toEqual({ black: 16 / 255, white: 235 / 255 });
  const plover = codecOf('plover');
  const full = makeCodec({ ...plover.profile, range: 'full' });
  expect(plover.encode(0.18)).toBeCloseTo((64 + 876 * full.encode(0.18)) / 1023, 12);
});

test('the table counts stops, reflectances and three scales', () => {
  const table = profileTable(codecOf('plover'));
  expect(table.stops.map((r) => r.stops)).toEqual([
    -8, -7, -6, -5, -4, -3, -2, -1, 0, 1, 2, 3, 4, 5, 6, 7, 8,
  ]);
  const grey = table.stops[8];
  expect(table.reflectances[2]).toMatchObject({ reflectance: 18, code: grey.code });
  expect(grey.code10).toBeCloseTo(grey.code * 1023, 9);
  expect(grey.percent).toBeCloseTo(((grey.code10 - 64) / 876) * 100, 9);
});

test('a document of the first version is read, its table carried over', () => {
  const first = {
    ...read('heron.json'),
    schemaVersion: 1,
    checkTable: [{ reflectance: 18, code10: 408.27 }],
  };
  expect(parseProfile(first, 'old').checkTable).toEqual([
    { at: 18, by: 'reflectance', value: 408.27, unit: '10-bit' },
  ]);
});

describe('a profile that is not right', () => {
  const change = (edit: (p: Record<string, never>) => void) => {
    const p = read('heron.json') as Record<string, never>;
    edit(p);
    return () => parseProfile(p, 'mine.json');
  };
  test.each([
    [
      'an unknown family',
      (p: never) => ((p as { curve: { family: string } }).curve.family = 'magic'),
      /curve/,
    ],
    [
      'a slope of 0',
      (p: never) => ((p as { curve: { logSideSlope: number } }).curve.logSideSlope = 0),
      /curve\.logSideSlope/,
    ],
    [
      'a break outside the log',
      (p: never) => ((p as { curve: { linSideBreak: number } }).curve.linSideBreak = -1),
      /linSideBreak/,
    ],
    ['another schema', (p: never) => ((p as { schemaVersion: number }).schemaVersion = 9), /schemaVersion/],
    ['a word too many', (p: never) => ((p as { extra: number }).extra = 1), /extra/],
    [
      'primaries on a line',
      (p: never) =>
        ((p as { primaries: object }).primaries = { red: [0.1, 0.1], green: [0.2, 0.2], blue: [0.3, 0.3] }),
      /one line/,
    ],
  ])('%s is named with file and place', (_, edit, message) => {
    const read = change(edit as never);
    expect(read).toThrow(DocumentError);
    expect(read).toThrow(/^mine\.json: /);
    expect(read).toThrow(message);
  });

  test('text that is not JSON is named with line and column', () => {
    expect(() => parseJson('{\n  "a": ]\n}', 'mine.json')).toThrow(/mine\.json: line 2, column 8/);
  });
});
