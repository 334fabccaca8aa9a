import fc from 'fast-check';
import { expect, test } from 'vitest';
import { applyTetrahedral } from './apply.ts';
import { applyPlan, planTetrahedral } from './plan.ts';
import { warmCube } from './testCube.ts';

const code = fc.double({ min: -0.2, max: 1.2, noNaN: true });

test('a planned picture is what applyTetrahedral gives, edges and equal fractions too', () => {
  const cube = warmCube(17);
  fc.assert(
    fc.property(
      fc.array(fc.oneof(code, fc.constantFrom(0, 0.25, 0.5, 1)), { minLength: 3, maxLength: 60 }),
      (values) => {
        const rgb = Float32Array.from(values.slice(0, values.length - (values.length % 3)));
        const exact = Float32Array.from(rgb);
        applyTetrahedral(cube, exact);
        const out = new Float32Array(rgb.length);
        applyPlan(planTetrahedral(rgb, 17), cube, out);
        return out.every((v, i) => Math.abs(v - exact[i]) < 1e-6);
      },
    ),
  );
});

test('the bytes of an image are the same picture, rounded and held to 0–255', () => {
  const cube = warmCube(9);
  const rgb = Float32Array.from({ length: 300 }, (_, i) => ((i * 0.377) % 1.3) - 0.1);
  const plan = planTetrahedral(rgb, 9);
  const exact = new Float32Array(300);
  applyPlan(plan, cube, exact);
  const bytes = new Uint8ClampedArray(400).fill(255);
  applyPlan(plan, cube, bytes, { channels: 4, scale: 255 });
  for (let i = 0; i < 400; i++)
    if (i % 4 === 3) expect(bytes[i]).toBe(255);
    else expect(Math.abs(bytes[i] - exact[((i / 4) | 0) * 3 + (i % 4)] * 255)).toBeLessThan(0.501);
});

test('a cube of another grid is refused', () => {
  expect(() => applyPlan(planTetrahedral(new Float32Array(3), 17), warmCube(5), new Float32Array(3))).toThrow(
    /for a grid of 17, the cube has 5/,
  );
});
