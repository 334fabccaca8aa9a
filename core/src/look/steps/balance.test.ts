import { expect, test } from 'vitest';
import { transform } from '../../colour/matrix.ts';
import { luminanceWeights, rgbToXyz } from '../../colour/rgbSpace.ts';
import { working } from '../../colour/spaces/index.ts';
import { demoLight } from '../../testing/demoScenes.ts';
import { balance } from './balance.ts';

test('balance warms a grey by about as many mired as it says, within an eighth, and makes it no lighter', () => {
  const cct = (rgb: ArrayLike<number>) => {
    const [X, Y, Z] = transform(rgbToXyz(working), [rgb[0], rgb[1], rgb[2]]);
    const [x, y] = [X / (X + Y + Z), Y / (X + Y + Z)];
    // McCamy 1992, "Correlated color temperature as an explicit function of chromaticity coordinates".
    const n = (x - 0.332) / (0.1858 - y);
    return 449 * n ** 3 + 3525 * n ** 2 + 6823.3 * n + 5520.33;
  };
  const grey = [0.18, 0.18, 0.18];
  for (const mired of [-50, -20, 20, 40, 60]) {
    const rgb = Float32Array.from(grey);
    balance.compile({ mired, duv: 0 }).run(rgb);
    expect(Math.abs(1e6 / cct(rgb) - 1e6 / cct(grey) - mired)).toBeLessThan(0.12 * Math.abs(mired) + 1);
    expect(rgb[0] > rgb[2]).toBe(mired > 0);
  }
});

test('balance finds light to keep in every colour of the demo’s neon', () => {
  const light = demoLight('arcade-neon', 60_000);
  for (const mired of [-100, 100]) {
    const rgb = Float32Array.from(light);
    balance.compile({ mired, duv: 0 }).run(rgb);
    const [wr, wg, wb] = luminanceWeights(working);
    const y = (b: Float32Array, i: number) => wr * b[i] + wg * b[i + 1] + wb * b[i + 2];
    let moved = 0;
    for (let i = 0; i < rgb.length; i += 3) if (Math.abs(y(rgb, i) - y(light, i)) > 1e-5) moved++;
    expect(moved).toBe(0);
  }
});
