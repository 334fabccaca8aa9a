import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { makeCodec } from '../camera/codec.ts';
import { stopsToLinear } from '../colour/exposure.ts';
import { parseProfile } from '../camera/profile.ts';
import { type Look, newLook } from '../look/document.ts';
import { insertStep } from '../look/edit.ts';
import { colourDistribution, hueBins } from '../scopes/colourDistribution.ts';
import { applyTetrahedral } from '../lut/apply.ts';
import { unitDomain } from '../lut/cube.ts';
import { bakeOverlay } from './overlay.ts';
import { overlayStops } from './overlayScale.ts';
import { PreviewBaker } from './previewBaker.ts';
import { standardDisplay } from '../render/display.ts';
import { onStandard } from '../testing/onStandard.ts';

const heron = parseProfile(
  JSON.parse(readFileSync(new URL('../../../demo/profiles/heron.json', import.meta.url), 'utf8')),
  'heron',
);
const codec = makeCodec(heron);
const rest: Look = { ...newLook('x'), steps: [] };

/** An overlay cube read at working light. */
function read(look: Look, stepId: string, light: [number, number, number]) {
  const data = bakeOverlay({ look: onStandard(look), profile: heron, grid: 33, stepId });
  const m = codec.fromWorking;
  const code = [0, 1, 2].map((r) =>
    codec.encode(m[r * 3] * light[0] + m[r * 3 + 1] * light[1] + m[r * 3 + 2] * light[2]),
  );
  const at = Float32Array.from(code);
  applyTetrahedral({ kind: '3d', size: 33, ...unitDomain, data }, at);
  return {
    stops: overlayStops.low + at[0] * (overlayStops.high - overlayStops.low),
    matte: at[1],
    excess: at[2],
  };
}

test('stops of the scene are read within an eighth of a stop, where exposure bands need them', () => {
  for (const stops of [-5, -3.2, -1, 0, 0.7, 2.4, 4.5]) {
    const v = stopsToLinear(stops);
    expect(Math.abs(read(rest, '', [v, v, v]).stops - stops)).toBeLessThan(0.125);
  }
});

test('the matte is the selection of the chosen step, and nothing for another', () => {
  const put = insertStep([], 'colourBox', { hue: 30, hueReach: 40, satLow: 0.02 });
  const look = { ...rest, steps: put.steps };
  expect(read(look, put.id, [0.5, 0.2, 0.15]).matte).toBeGreaterThan(0.9);
  expect(read(look, put.id, [0.1, 0.2, 0.5]).matte).toBeLessThan(0.05);
  expect(read(look, 'zones', [0.5, 0.2, 0.15]).matte).toBe(0);
});

test('light the display cannot follow is marked; a grey never is', () => {
  expect(read(rest, '', [0.02, 0.6, 0.02]).excess).toBeGreaterThan(0.1);
  expect(read(rest, '', [0.18, 0.18, 0.18]).excess).toBe(0);
});

test('a monitor seen a stop darker is the picture of a scene a stop darker', () => {
  const baker = new PreviewBaker();
  const order = { look: rest, profile: heron, display: standardDisplay, role: 'combined', grid: 33 } as const;
  const [plain, darker] = [baker.bake(order), baker.bake({ ...order, monitorOffsetStops: 1 })];
  const at = (cube: typeof plain.cube, stops: number) => {
    const rgb = new Float32Array(3).fill(codec.encode(stopsToLinear(stops)));
    applyTetrahedral(cube, rgb);
    return rgb[1];
  };
  expect(at(darker.cube, 1)).toBeCloseTo(at(plain.cube, 0), 2);
});

test('the distribution of colours counts every pixel once, and greys in no hue', () => {
  const d = colourDistribution(Float32Array.from([0.2, 0.2, 0.2, 0.6, 0.1, 0.05]));
  expect(d.saturations.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 6);
  expect(d.hues.reduce((a, b) => a + b, 0)).toBeCloseTo(0.5, 2);
  expect(d.hues.length).toBe(hueBins);
});
