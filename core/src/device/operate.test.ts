import { expect, test } from 'vitest';
import { writeCube } from '../formats/cubeWrite.ts';
import { bt709 } from '../colour/spaces/index.ts';
import { makeCodec } from '../camera/codec.ts';
import { record } from '../camera/sensor.ts';
import { newLook } from '../look/document.ts';
import { bake, type BakeOrder } from '../order/bake.ts';
import { sparse } from '../numeric/sparse.ts';
import { standardDisplay } from '../render/display.ts';
import { demoScene } from '../testing/demoScenes.ts';
import { profileOf } from '../testing/profiles.ts';
import { devices } from './devices.ts';
import { deviceResult } from './operate.ts';

const heron = profileOf('heron');
const scene = demoScene('heads-and-chart');
const small = sparse(scene.rgb, scene.width, scene.height, 4000);
const code = record(small.rgb, bt709, makeCodec(heron), { exposure: 0, seed: 3 });

const order = (grid: number, range: 'full' | 'narrow' = 'full'): BakeOrder => ({
  look: { ...newLook('Plain'), steps: [] },
  profile: heron,
  display: { ...standardDisplay, range },
  role: 'conversion',
  grid,
});
const on = (device: keyof typeof devices, o: BakeOrder) =>
  deviceResult(
    { path: 'A.cube', bytes: new TextEncoder().encode(writeCube(bake(o))) },
    o,
    devices[device],
    code,
  );

test('a file of the grid and range a device takes is shown near the recipe', () => {
  const { refused, figures } = on('field-monitor', order(17));
  expect(refused).toBeNull();
  // Seventeen points, straight lines between them, ten bits.
  expect(figures!.mean).toBeLessThan(1.5);
  expect(on('recorder', order(33, 'narrow')).figures!.mean).toBeLessThan(1);
});

test('a file of the wrong range is shown far from it, one of a wrong grid is not taken', () => {
  // 64–940 taken for 0–1023 and the other way round is a mistake of contrast of about a sixth: common practice.
  expect(on('recorder', order(33, 'full')).figures!.mean).toBeGreaterThan(2);
  const { refused, figures } = on('field-monitor', order(21));
  expect(refused).toMatch(/21 points/);
  expect(figures).toBeNull();
});
