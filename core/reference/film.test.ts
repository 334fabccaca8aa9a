import { describe, expect, test } from 'vitest';
import { seeded } from '../src/numeric/random.ts';
import { developNegative, exposeNegative } from '../src/film/negative.ts';
import { negatives } from '../src/film/negatives.ts';
import { makePrint, printDensities, timeLights } from '../src/film/print.ts';
import { prints } from '../src/film/prints.ts';
import { carriedGrey, plainPrint } from '../src/film/system.ts';
import { midGrey, stopsToLinear } from '../src/colour/exposure.ts';
import { numpyFilm } from './tools.ts';

/** The film model against its own page, docs/film.md, built again in numpy: every stock pair on random colours. */

const darkest = 0.0004;
const settingsOf = (i: number) =>
  i % 3 === 0
    ? plainPrint
    : { density: 4, contrast: 1.15, blackSoft: (i % 4) / 8, whiteSoft: (i % 5) / 10, silver: (i % 2) * 0.5 };

const pairs = negatives.flatMap((negative, n) =>
  prints.map((print, p) => {
    const i = n * prints.length + p;
    const development = { index: (i % 5) * 0.5 - 1, push: (i % 4) * 0.5 - 0.5 };
    return {
      name: `${negative.name} on ${print.name}`,
      negative,
      print,
      development,
      settings: settingsOf(i),
    };
  }),
);
const uniform = seeded(17);
const pixels = Array.from({ length: 200 }, () => {
  const level = stopsToLinear(-7 + 12 * uniform());
  return [0, 1, 2].map(() => level * (0.15 + uniform()));
});

describe('every stock pair', () => {
  const theirs = numpyFilm(
    pairs.map(({ negative, print, development, settings }) => ({
      negative,
      print,
      settings,
      ...development,
      lights: null,
      darkest,
      pixels,
    })),
  );

  test.each(pairs.map((pair, i) => [pair.name, pair, theirs[i]] as const))(
    '%s is what the page says, within 1e-3 of density and light',
    (_, { negative, print, development, settings }, page) => {
      const delta = Float32Array.from(pixels.flat());
      developNegative(negative, development)(delta);
      page.negative.flat().forEach((d, i) => expect(Math.abs(delta[i] - d)).toBeLessThan(1e-3));

      const lights = timeLights(print, settings, carriedGrey(negative, development, 0));
      page.lights.forEach((l, i) => expect(Math.abs(lights[i] - l)).toBeLessThan(0.02));

      const carried = Float32Array.from(pixels.flat());
      exposeNegative(negative, development)(carried);
      page.densities.forEach((d, i) => {
        const [r, g, b] = carried.subarray(i * 3, i * 3 + 3);
        printDensities(print, settings, lights, [r, g, b]).forEach((v, c) =>
          expect(Math.abs(v - d[c])).toBeLessThan(1e-3),
        );
      });

      const bare = Float32Array.of(0, 0, 0);
      exposeNegative(negative, development)(bare);
      makePrint(print, settings, lights, [bare[0], bare[1], bare[2]], darkest)(delta);
      page.light.flat().forEach((v, i) => expect(Math.abs(delta[i] - v)).toBeLessThan(1e-3));
    },
  );
});

test('a print without a negative, under locked lights', () => {
  const lights: [number, number, number] = [30, 22, 25];
  const [page] = numpyFilm([
    { negative: null, print: prints[1], settings: plainPrint, index: 0, push: 0, lights, darkest, pixels },
  ]);
  page.densities.forEach((d, i) => {
    const [r, g, b] = pixels[i].map((v) => Math.max(v, midGrey * 1e-6));
    printDensities(prints[1], plainPrint, lights, [r, g, b]).forEach((v, c) =>
      expect(Math.abs(v - d[c])).toBeLessThan(1e-3),
    );
  });
});
