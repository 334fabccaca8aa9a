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

test('a cube of another grid is refused', () => {
  expect(() => applyPlan(planTetrahedral(new Float32Array(3), 17), warmCube(5), new Float32Array(3))).toThrow(
    /for a grid of 17, the cube has 5/,
  );
});
