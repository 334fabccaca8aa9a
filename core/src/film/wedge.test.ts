import { describe, expect, test } from 'vitest';
import { normals, seeded } from '../numeric/random.ts';
import { characteristic } from './characteristic.ts';
import { negatives } from './negatives.ts';
import { layerNames, type NegativeStock } from './stock.ts';
import { readWedge, wedgeExposures } from './wedge.ts';
import { fitWedge, isoSpeed, layersOfFit } from './wedgeFit.ts';

/** Log exposure, from an 18 % grey, of the first step of a wedge exposed for a stock: its foot is in it. */
const firstOf = (stock: NegativeStock) => stock.layers.green.speed - 0.9;
/** A wedge of a stock, read so often, with noise as a densitometer has it; and unexposed film, read so often. */
function wedgeText(stock: NegativeStock, noise: number, seed: number, readings = 1, bases = 0): string {
  const next = normals(seeded(seed));
  const curves = layerNames.map((n) => characteristic(stock.layers[n]));
  const row = (x: number) =>
    curves.map((c) => Math.max(c.density(x) + noise * next(), 0).toFixed(4)).join(' ');
  const reading = () => wedgeExposures.map((x, i) => `${i + 1} ${row(firstOf(stock) + x)}`);
  const base = () => `base ${row(-9)}`;
  return [...Array.from({ length: readings }, reading).flat(), ...Array.from({ length: bases }, base)].join(
    '\n',
  );
}

const noise = 0.01;

describe('wedge fit', () => {
  /** Root mean square over eight wedges, all layers, of the errors and of what the fit says they are. */
  const known = new Map<string, ReturnType<typeof measure>>();
  function errors(id: string, readings: number, bases: number) {
    const name = [id, readings, bases].join();
    if (!known.has(name)) known.set(name, measure(id, readings, bases));
    return known.get(name)!;
  }
  function measure(id: string, readings: number, bases: number) {
    const stock = negatives.find((n) => n.id === id)!;
    const squares = { gamma: 0, speed: 0, saidGamma: 0, saidSpeed: 0 };
    let count = 0;
    for (let seed = 1; seed <= 8; seed++) {
      const fit = fitWedge(readWedge(wedgeText(stock, noise, seed, readings, bases)));
      for (const n of layerNames) {
        const truth = characteristic(stock.layers[n]);
        const gamma = Math.max(...wedgeExposures.map((x) => truth.slope(x + firstOf(stock))));
        const speed = stock.layers[n].speed - firstOf(stock);
        squares.gamma += (fit.layers[n].gamma / gamma - 1) ** 2;
        squares.speed += ((fit.layers[n].speed - speed) / Math.log10(2)) ** 2;
        squares.saidGamma += fit.layers[n].unsure.gamma ** 2;
        squares.saidSpeed += fit.layers[n].unsure.speed ** 2;
        count++;
        expect(fit.layers[n].residuals.rms).toBeLessThan(1.5 * noise);
      }
    }
    const root = ([key, sum]: [string, number]) => [key, Math.sqrt(sum / count)];
    return Object.fromEntries(Object.entries(squares).map(root)) as typeof squares;
  }

  // What the noise lets anybody know (the covariance of least squares) asks for more readings the softer the foot.
  test.each([
    ['cordgrass', 1, 0],
    ['enamel', 1, 0],
    ['slate', 1, 3],
    ['lantern', 3, 3],
    ['eiderdown', 4, 6],
    ['attic', 8, 12],
  ] as const)(
    'recovers %s with 0.01 of noise, read %d times (unexposed film %d times): gamma within 2 %, speed within 0.1 stop (RMS)',
    (id, readings, bases) => {
      const found = errors(id, readings, bases);
      expect(found.gamma).toBeLessThan(0.02);
      expect(found.speed).toBeLessThan(0.1);
    },
  );

  test.each(['cordgrass', 'slate', 'lantern', 'eiderdown'])(
    'of %s, read once, it says how unsure it is: hardly ever too little, and at most two and a half times too much',
    (id) => {
      const { gamma, speed, saidGamma, saidSpeed } = errors(id, 1, 1);
      for (const ratio of [gamma / saidGamma, speed / saidSpeed]) {
        expect(ratio).toBeGreaterThan(0.4);
        expect(ratio).toBeLessThan(1.4);
      }
    },
  );

  test('unexposed film read beside the wedge makes the speed of a soft foot surer', () => {
    expect(errors('lantern', 1, 1).speed).toBeLessThan(errors('lantern', 1, 0).speed * 0.7);
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
  test('takes the mean of several readings, and of several of unexposed film', () => {
    const noisy = [1, 2, 3, 4].map((seed) => wedgeText(negatives[0], 0.02, seed, 1, 2));
    const all = readWedge(noisy.join('\n'));
    const each = noisy.map((text) => readWedge(text));
    expect(all.readings).toBe(4);
    expect(all.base?.readings).toBe(8);
    expect(all.green[9]).toBeCloseTo(each.reduce((sum, w) => sum + w.green[9], 0) / 4, 9);
    expect(all.base?.blue).toBeCloseTo(each.reduce((sum, w) => sum + w.base!.blue, 0) / 4, 9);
  });

  test('takes either order, a heading, step numbers, decimal commas', () => {
    const rows = good.split('\n');
    const reversed = readWedge([...rows].reverse().join('\n'));
    expect(reversed).toEqual(readWedge(good));
    const commas = `Step;R;G;B\n${rows.map((r) => r.replaceAll(' ', ';').replaceAll('.', ',')).join('\n')}`;
    expect(readWedge(commas)).toEqual(readWedge(good));
  });

  test.each([
    [
      'too few steps',
      good.split('\n').slice(1).join('\n'),
      /21 steps is expected, once or several times; the table has 20/,
    ],
    [
      'readings of two wedges',
      `${good}\n${wedgeText(negatives[1], 0, 1)}`,
      /reading 2, red: density [\d.]+ where the first reading has [\d.]+; is it the same wedge\?/,
    ],
    [
      'a fall in a second reading',
      `${good}\n${good.replace(/\n15 ([\d.]+)/, '\n15 0.1')}`,
      /reading 2, red, step 15: density falls/,
    ],
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
