import { describe, expect, test } from 'vitest';
import { normals, seeded } from '../camera/random.ts';
import { characteristic } from './characteristic.ts';
import { negatives } from './negatives.ts';
import { layerNames, type NegativeStock } from './stock.ts';
import { readWedge, wedgeExposures } from './wedge.ts';
import { fitWedge, isoSpeed, layersOfFit } from './wedgeFit.ts';

/** Log exposure, from an 18 % grey, of the first step of a wedge exposed for a stock: its foot is in it. */
const firstOf = (stock: NegativeStock) => stock.layers.green.speed - 0.9;
/** A wedge of a stock with noise as a densitometer has it. */
function wedgeText(stock: NegativeStock, noise: number, seed: number, withBase = false): string {
  const next = normals(seeded(seed));
  const curves = layerNames.map((n) => characteristic(stock.layers[n]));
  const row = (x: number) =>
    curves.map((c) => Math.max(c.density(x) + noise * next(), 0).toFixed(4)).join(' ');
  const steps = wedgeExposures.map((x, i) => `${i + 1} ${row(firstOf(stock) + x)}`);
  return [...steps, ...(withBase ? [`base ${row(-9)}`] : [])].join('\n');
}

describe('wedge fit', () => {
  /** Root mean square of the errors over twelve wedges, all layers: gamma as a share, speed in stops. */
  function errors(stock: NegativeStock, withBase: boolean) {
    const squares = { gamma: 0, speed: 0, count: 0 };
    for (let seed = 1; seed <= 12; seed++) {
      const fit = fitWedge(readWedge(wedgeText(stock, 0.01, seed, withBase)));
      for (const n of layerNames) {
        const truth = characteristic(stock.layers[n]);
        const gamma = Math.max(...wedgeExposures.map((x) => truth.slope(x + firstOf(stock))));
        squares.gamma += (fit.layers[n].gamma / gamma - 1) ** 2;
        squares.speed +=
          ((fit.layers[n].speed - stock.layers[n].speed + firstOf(stock)) / Math.log10(2)) ** 2;
        squares.count++;
        expect(fit.layers[n].residuals.rms).toBeLessThan(0.015);
      }
    }
    return {
      gamma: Math.sqrt(squares.gamma / squares.count),
      speed: Math.sqrt(squares.speed / squares.count),
    };
  }

  test.each([
    ['cordgrass', false, 0.02, 0.1],
    ['enamel', false, 0.02, 0.1],
    ['slate', true, 0.02, 0.1],
    // A soft foot fades into the base: a wedge tells less of where it begins.
    ['lantern', true, 0.02, 0.15],
    ['attic', true, 0.05, 0.2],
    ['eiderdown', true, 0.03, 0.2],
  ] as const)(
    'recovers %s from densities with 0.01 of noise (unexposed film read too: %s): gamma within %d, speed within %d stop (RMS)',
    (id, withBase, gamma, speed) => {
      const found = errors(
        negatives.find((n) => n.id === id)!,
        withBase,
      );
      expect(found.gamma).toBeLessThan(gamma);
      expect(found.speed).toBeLessThan(speed);
    },
  );

  test('unexposed film read beside the wedge makes the speed of a soft foot surer', () => {
    const lantern = negatives.find((n) => n.id === 'lantern')!;
    expect(errors(lantern, true).speed).toBeLessThan(errors(lantern, false).speed * 0.7);
  });

  test('without noise it gives the curve back, Dmin and all', () => {
    const [stock] = negatives;
    const fit = fitWedge(readWedge(wedgeText(stock, 0, 1)));
    for (const n of layerNames) {
      expect(fit.layers[n].curve.dMin).toBeCloseTo(stock.layers[n].dMin, 2);
      expect(fit.layers[n].residuals.most).toBeLessThan(0.003);
    }
  });

  test('speed by ISO 5800: √2 over the exposure between green’s and the slowest layer’s', () => {
    const fit = fitWedge(readWedge(wedgeText(negatives[0], 0, 1)));
    const { green, red, blue } = fit.layers;
    const h = (green.speed + Math.max(green.speed, red.speed, blue.speed)) / 2;
    expect(isoSpeed(fit, -2)).toBeCloseTo(Math.SQRT2 / 10 ** (h - 2), 6);
    // A metered grey lies 10/√2 over the speed point, so a stock made of the fit has its speed point there.
    const layers = layersOfFit(fit);
    expect(-(layers.green.speed + Math.max(...layerNames.map((n) => layers[n].speed))) / 2).toBeCloseTo(
      0.849,
      3,
    );
  });
});

describe('reading a wedge', () => {
  const good = wedgeText(negatives[0], 0, 1);
  test('takes either order, a heading, step numbers, decimal commas', () => {
    const rows = good.split('\n');
    const reversed = readWedge([...rows].reverse().join('\n'));
    expect(reversed).toEqual(readWedge(good));
    const commas = `Step;R;G;B\n${rows.map((r) => r.replaceAll(' ', ';').replaceAll('.', ',')).join('\n')}`;
    expect(readWedge(commas)).toEqual(readWedge(good));
  });

  test.each([
    ['too few steps', good.split('\n').slice(1).join('\n'), /21 steps is expected, the table has 20/],
    ['a word among numbers', good.replace(/\n7 [\d.]+/, '\n7 none'), /line 7: .* no number/],
    [
      'a missing column',
      good.replace(/\n4 ([\d.]+) ([\d.]+) ([\d.]+)/, '\n4 $1'),
      /line 4: three densities are expected.*found 2/,
    ],
    [
      'a flat layer',
      good.replaceAll(/(\d+) ([\d.]+) ([\d.]+) ([\d.]+)/g, '$1 0.2 $3 $4'),
      /red: density changes by 0.00 only/,
    ],
    ['a fall', good.replace(/\n15 ([\d.]+)/, '\n15 0.1'), /red, step 15: density falls/],
    ['no densities', good.replaceAll(/ (\d)\./g, ' 9$1.'), /is no density/],
  ])('refuses %s and says why', (_, text, message) => expect(() => readWedge(text)).toThrow(message));
});
