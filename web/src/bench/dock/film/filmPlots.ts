import { characteristic } from '@velvet-dusk/core/film/characteristic';
import { developed, logPerStop } from '@velvet-dusk/core/film/negative';
import { printed } from '@velvet-dusk/core/film/print';
import { layerNames } from '@velvet-dusk/core/film/stock';
import { type FilmSystem, toneReproduction } from '@velvet-dusk/core/film/system';
import { type Axis, evenPlaces } from '../plot/plotScale.ts';

/** One of the three linked diagrams: three lines over an axis, and where a grey of so many stops lies on it. */
export interface FilmPlot {
  title: string;
  x: Axis & { ticks: readonly number[]; label: string };
  y: Axis & { ticks: readonly number[]; label: string };
  xs: readonly number[];
  lines: readonly (readonly number[])[];
}

const stops: Axis & { ticks: readonly number[]; label: string } = {
  min: -8,
  max: 6,
  ticks: [-8, -4, 0, 4],
  label: 'stops',
};
const density = (max: number) => ({
  min: 0,
  max,
  label: 'density',
  ticks: Array.from({ length: Math.floor(max) + 1 }, (_, i) => i),
});

/** Density of each layer over the exposure it gets, in stops: before its neighbours hold it back. */
function negativePlot({ stock, development }: NonNullable<FilmSystem['negative']>): FilmPlot {
  const xs = evenPlaces(stops, 85);
  const shift = development.index * logPerStop;
  const lines = layerNames.map((n) => {
    const curve = characteristic(developed(stock.layers[n], stock, development.push));
    return xs.map((s) => curve.density(s * logPerStop + shift));
  });
  return { title: 'Negative', x: stops, y: density(3.6), xs, lines };
}

/** Print density over the log exposure of printing, from that of a grey printed at the aim. */
function printPlot({ stock, settings }: NonNullable<FilmSystem['print']>): FilmPlot {
  const x = { min: -1.2, max: 1.2, ticks: [-1, 0, 1], label: 'log exposure' };
  const xs = evenPlaces(x, 85);
  const lines = layerNames.map((n) => {
    const curve = characteristic(printed(stock.layers[n], settings));
    const grey = curve.exposure(stock.aim);
    return xs.map((v) => curve.density(grey + v));
  });
  return { title: 'Print', x, y: density(4.4), xs, lines };
}

/** What the pair does to greys: print density over the scene's stops. */
function systemPlot(system: FilmSystem): FilmPlot {
  const xs = evenPlaces(stops, 85);
  const points = toneReproduction(system, xs);
  return {
    title: 'Tone reproduction',
    x: stops,
    y: density(4.4),
    xs,
    lines: [0, 1, 2].map((c) => points.map((p) => p.print![c])),
  };
}

export const filmPlots = (system: FilmSystem): (FilmPlot | null)[] => [
  system.negative && negativePlot(system.negative),
  system.print && printPlot(system.print),
  system.print && systemPlot(system),
];
