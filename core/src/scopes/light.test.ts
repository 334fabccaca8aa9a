import { expect, test } from 'vitest';
import { aboveWhite, lightLevel } from './light.ts';

test('levels of light are those of SMPTE ST 2084: 100 cd/m² at 50.8 %, 203 at 58.1 %, 10 000 at the top', () => {
  expect(lightLevel(100)).toBeCloseTo(0.508, 3);
  expect(lightLevel(203)).toBeCloseTo(0.581, 3);
  expect(lightLevel(10_000)).toBeCloseTo(1, 6);
});

test('what lies above reference white is counted by luminance', () => {
  const pixels = [50, 202, 300, 900].flatMap((y) => Array<number>(3).fill(lightLevel(y)));
  // A bright blue has little luminance.
  const { share, brightest } = aboveWhite(Float32Array.from([...pixels, 0, 0, lightLevel(900)]), {
    white: 203,
    grey: 26,
  });
  expect(share).toBeCloseTo(2 / 5, 9);
  expect(brightest).toBeCloseTo(900, 0);
});
