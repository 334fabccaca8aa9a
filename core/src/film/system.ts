import { midGrey } from '../colour/exposure.ts';
import {
  nominalDevelopment,
  type Development,
  exposeNegative,
  greyDensities,
  logPerStop,
  negativeCurves,
} from './negative.ts';
import { type Lights, printDensities, type PrintSettings, timeLights } from './print.ts';
import { layerNames, type NegativeStock, type PrintStock } from './stock.ts';

/** A print as its stock means it. */
export const plainPrint: PrintSettings = { density: 0, contrast: 1, blackSoft: 0, whiteSoft: 0, silver: 0 };

type Triple = readonly [number, number, number];

/** A grey as a negative carries it on, working RGB. */
export function carriedGrey(stock: NegativeStock | null, development: Development, stops: number): Triple {
  const light = midGrey * 2 ** stops;
  if (!stock) return [light, light, light];
  const rgb = Float32Array.of(light, light, light);
  exposeNegative(stock, development)(rgb);
  return [rgb[0], rgb[1], rgb[2]];
}

export interface SystemPoint {
  stops: number;
  negative: Triple | null;
  print: Triple | null;
}

/** Negative and print of a look, as far as it has them. */
export interface FilmSystem {
  negative: { stock: NegativeStock; development: Development } | null;
  print: { stock: PrintStock; settings: PrintSettings; lights: Lights | null } | null;
}

const asTriple = (d: Float64Array): Triple => [d[0], d[1], d[2]];

/** The lights a system is printed with: its own where they are locked, else the timer's. */
export function systemLights({ negative, print }: FilmSystem): Lights | null {
  if (!print) return null;
  const grey = carriedGrey(negative?.stock ?? null, negative?.development ?? nominalDevelopment, 0);
  return print.lights ?? timeLights(print.stock, print.settings, grey);
}

/** Tone reproduction of greys: densities of negative and print, red, green, blue, over stops from 18 %. */
export function toneReproduction(system: FilmSystem, stops: readonly number[]): SystemPoint[] {
  const { negative, print } = system;
  const lights = systemLights(system);
  return stops.map((s) => {
    const carried = carriedGrey(negative?.stock ?? null, negative?.development ?? nominalDevelopment, s);
    return {
      stops: s,
      negative: negative && asTriple(greyDensities(negative.stock, negative.development, s)),
      print: print && lights && asTriple(printDensities(print.stock, print.settings, lights, carried)),
    };
  });
}

/** What a stock pair does, in the numbers of sensitometry; each for the green layer but where it says. */
export interface PairFacts {
  /** Slope of print density over log scene light at 18 % grey. */
  systemGamma: number;
  negativeGamma: number;
  /** Print densities R, G, B at 18 % grey, and at the ends: eight stops over and under it. */
  grey: Triple;
  white: number;
  black: number;
  lights: Lights;
}

export function pairFacts(
  negative: NegativeStock,
  print: PrintStock,
  development = nominalDevelopment,
): PairFacts {
  const system: FilmSystem = {
    negative: { stock: negative, development },
    print: { stock: print, settings: plainPrint, lights: null },
  };
  const by = 0.05;
  const [low, grey, high, white, black] = toneReproduction(system, [-by, 0, by, 8, -8]);
  const green = layerNames.indexOf('green');
  const x = development.index * logPerStop;
  return {
    systemGamma: (low.print![green] - high.print![green]) / (2 * by * logPerStop),
    negativeGamma: negativeCurves(negative, development.push)[green].slope(x),
    grey: grey.print!,
    white: white.print![green],
    black: black.print![green],
    lights: systemLights(system)!,
  };
}
