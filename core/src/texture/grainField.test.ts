import { describe, expect, test } from 'vitest';
import { clump, fieldDeviation, grainField } from './grainField.ts';

const deviation = (values: ArrayLike<number>) => {
  const all = Array.from(values);
  const mean = all.reduce((a, b) => a + b, 0) / all.length;
  return Math.sqrt(all.reduce((sum, v) => sum + (v - mean) ** 2, 0) / all.length);
};

/** Means over discs laid side by side over a field, as a densitometer's aperture reads them, and their area, pixels. */
function discs(field: Float32Array, width: number, height: number, diameter: number) {
  const means: number[] = [];
  let count = 0;
  for (let cy = diameter; cy < height - diameter; cy += diameter)
    for (let cx = diameter; cx < width - diameter; cx += diameter) {
      let sum = 0;
      count = 0;
      for (let y = Math.ceil(cy - diameter / 2); y <= cy + diameter / 2; y++)
        for (let x = Math.ceil(cx - diameter / 2); x <= cx + diameter / 2; x++)
          if (Math.hypot(x - cx, y - cy) <= diameter / 2) {
            sum += field[y * width + x];
            count++;
          }
      means.push(sum / count);
    }
  return { deviation: deviation(means), area: count };
}

const [width, height, pixel] = [1400, 1000, 3];
const field = grainField({ width, height, pixel, key: 8 });

test("granularity falls as one over the root of the aperture's area (E. W. H. Selwyn, 1935, from memory)", () => {
  // His law is for apertures much larger than the grain.
  for (const micrometres of [96, 144, 192]) {
    const read = discs(field, width, height, micrometres / pixel);
    const selwyn = read.deviation * Math.sqrt(read.area) * pixel;
    expect(selwyn / clump).toBeGreaterThan(0.9);
    expect(selwyn / clump).toBeLessThan(1.1);
  }
});

describe.each([2, 5, 6, 7.5, 11.9, 12, 16, 24, 31, 48, 100])('pixels of %f µm', (side) => {
  const part = grainField({ width: 360, height: 240, pixel: side, key: 16 });

  test('deviate as their size says', () => {
    expect(deviation(part) / fieldDeviation(side)).toBeCloseTo(1, 1);
  });

  test('show no pattern of the cells behind them: rows and columns are alike', () => {
    const columns = Array.from({ length: 360 }, (_, x) =>
      deviation(Array.from({ length: 240 }, (_, y) => part[y * 360 + x])),
    );
    // By chance alone a column deviates by a few per cent, more where clumps span several of its pixels.
    const chance = Math.sqrt((1 + (2 * clump) / side) / (2 * 240));
    expect(deviation(columns) / fieldDeviation(side)).toBeLessThan(1.5 * chance);
  });
});

test('half the size holds the same grain, averaged', () => {
  const large = grainField({ width: 800, height: 400, pixel: 7, key: 24 });
  const small = grainField({ width: 400, height: 200, pixel: 14, key: 24 });
  const mean = small.map((_, i) => {
    const at = Math.floor(i / 400) * 2 * 800 + (i % 400) * 2;
    return (large[at] + large[at + 1] + large[at + 800] + large[at + 801]) / 4;
  });
  const together = small.reduce((sum, v, i) => sum + v * mean[i], 0) / small.length;
  expect(together / deviation(small) / deviation(mean)).toBeGreaterThan(0.85);
  // The mean of four takes a little more of the finest waves than the film does.
  expect(deviation(mean) / deviation(small)).toBeGreaterThan(0.9);
  expect(deviation(mean) / deviation(small)).toBeLessThan(1.03);
});

test('a seed is a field: the same again, another for another, and alike whatever part of it is asked for', () => {
  const again = grainField({ width, height, pixel, key: 8 });
  expect(again.every((v, i) => v === field[i])).toBe(true);
  const other = grainField({ width, height, pixel, key: 9 });
  const together = other.reduce((sum, v, i) => sum + v * field[i], 0) / field.length;
  expect(Math.abs(together) / fieldDeviation(pixel) ** 2).toBeLessThan(0.02);
  const narrow = grainField({ width: 300, height, pixel, key: 8 });
  for (const [x, y] of [
    [10, 10],
    [120, 400],
    [280, 800],
  ])
    expect(narrow[y * 300 + x]).toBeCloseTo(field[y * width + x], 3);
});
