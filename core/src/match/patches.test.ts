import { expect, test } from 'vitest';
import { converter, differenceCiede2000 } from 'culori';
import { compileRendering, standardRendering } from '../render/rendering.ts';
import { comparePatches, type ShownPatch } from './patches.ts';

const rendering = compileRendering({ ...standardRendering, output: 'srgb' });
const patch = (name: string, ...code: [number, number, number]): ShownPatch => ({ name, code });
const plate = [patch('red', 0.7, 0.2, 0.15), patch('grey', 0.5, 0.5, 0.5), patch('skin', 0.75, 0.55, 0.45)];
const aim = [patch('grey', 0.52, 0.5, 0.49), patch('skin', 0.75, 0.58, 0.45), patch('red', 0.6, 0.25, 0.15)];

test('patches meet by name; differences are those of culori for sRGB (CIE Lab of D65, ΔE2000)', () => {
  const found = comparePatches(plate, aim, rendering)!;
  const lab = converter('lab65');
  const colour = ({ code: [r, g, b] }: ShownPatch) => ({ mode: 'rgb', r, g, b }) as const;
  for (const { name, deltaE, lightness, chroma, hue } of found) {
    const [mine, theirs] = [plate, aim].map((all) => colour(all.find((p) => p.name === name)!));
    const [a, b] = [lab(mine), lab(theirs)];
    expect(deltaE).toBeCloseTo(differenceCiede2000()(a, b), 1);
    expect(lightness).toBeCloseTo(b.l - a.l, 1);
    expect(chroma).toBeCloseTo(Math.hypot(b.a, b.b) - Math.hypot(a.a, a.b), 1);
    if (name === 'grey') expect(hue).toBe(0);
    else expect(hue).toBeGreaterThan(0);
  }
  expect(found.map((p) => p.deltaE)).toEqual(found.map((p) => p.deltaE).toSorted((x, y) => y - x));
});

test('with other names they meet by place; other numbers of patches cannot be held together', () => {
  const unnamed = plate.map((p, i) => ({ ...p, name: `A${i + 1}` }));
  const found = comparePatches(plate, unnamed, rendering)!;
  expect(found.every((p) => p.deltaE < 1e-9)).toBe(true);
  expect(comparePatches(plate, aim.slice(1), rendering)).toBeNull();
});
