import { describe, expect, test } from 'vitest';
import { type Cube1d, unitDomain } from '../lut/cube.ts';
import { lutOf } from '../lut/lut.ts';
import { responseOf } from './response.ts';
import { stepDefinition } from './steps/index.ts';

const step = (type: string, params: Record<string, unknown>, strength = 1) => ({
  type,
  strength,
  params: stepDefinition(type).schema.parse(params) as Record<string, unknown>,
});

describe('a step alone', () => {
  test('a stop of exposure is a stop everywhere', () => {
    for (const line of responseOf(step('exposure', { stops: 1 }), 'stops', 'channels', [-8, 0, 6]))
      for (const v of line) expect(v).toBeCloseTo(1, 5);
  });

  test('twelve printer points are 0.30 of log exposure, about a stop (common practice), on their channel only', () => {
    const lines = responseOf(step('printerLights', { red: 12 }), 'stops', 'channels', [0]);
    expect(lines[0][0]).toBeCloseTo(0.3 / Math.log10(2), 5);
    expect(lines[1][0]).toBeCloseTo(0, 6);
  });

  test('half the strength of a stop is half a stop, as steps are mixed in log', () => {
    const [red] = responseOf(step('exposure', { stops: 1 }, 0.5), 'stops', 'channels', [0]);
    expect(red[0]).toBeCloseTo(0.5, 4);
  });

  test('saturation is its own factor at every saturation and hue', () => {
    const half = step('saturation', { amount: 0.5 });
    for (const v of responseOf(half, 'saturation', 'saturation', [0.03, 0.2])[0])
      expect(v).toBeCloseTo(0.5, 4);
    for (const v of responseOf(half, 'hue', 'saturation', [0, 90, 250])[0]) expect(v).toBeCloseTo(0.5, 4);
  });

  test('a sector turns the hue of its middle by what it says and leaves the one opposite', () => {
    const [turn] = responseOf(
      step('primariesAndSecondaries', { blueTurn: 8 }),
      'hue',
      'turn',
      [264.1, 109.8],
    );
    expect(turn[0]).toBeCloseTo(8, 1);
    expect(turn[1]).toBeCloseTo(0, 4);
  });

  test('toe and shoulder leave mid-grey; clean ends take colour from the dark end', () => {
    const bent = responseOf(
      step('toeShoulder', { toe: 0.5, shoulder: 0.5 }),
      'stops',
      'channels',
      [-6, 0, 5],
    );
    expect(bent[0][0]).toBeGreaterThan(1);
    expect(bent[0][1]).toBeCloseTo(0, 3);
    expect(bent[0][2]).toBeLessThan(-1);
    const [kept] = responseOf(step('cleanEnds', { shadows: 1 }), 'stops', 'saturation', [-7, 0]);
    expect(kept[0]).toBeCloseTo(0, 3);
    expect(kept[1]).toBeCloseTo(1, 5);
  });

  test('a placed LUT is measured through its file; without the file it says which one', () => {
    // ACEScct codes 1/17.52 apart are a stop apart (S-2016-001): every code up by that is a stop of light.
    const up: Cube1d = {
      kind: '1d',
      size: 2,
      title: 'up',
      comments: [],
      ...unitDomain,
      data: new Float32Array([0, 0, 0, 1, 1, 1]).map((v) => v + 1 / 17.52),
    };
    const sha256 = 'a'.repeat(64);
    const placed = step('placedLut', { lut: { sha256, name: 'up.cube' } });
    const lines = responseOf(placed, 'stops', 'channels', [-4, 0, 4], {
      luts: new Map([[sha256, lutOf(up)]]),
    });
    for (const v of lines.flat()) expect(v).toBeCloseTo(1, 3);
    expect(() => responseOf(placed, 'stops', 'channels', [0])).toThrow('"up.cube"');
  });
});
