import { memoizeRecent } from '../../numeric/memoizeRecent.ts';
import { z } from 'zod';
import { midGrey } from '../../colour/exposure.ts';
import { carriedGamma } from '../../film/negative.ts';
import { type GaugeId, gaugeIds, gauges } from '../gauges.ts';
import { fieldDeviation, type FieldOrder, grainField, statedDeviation } from '../grainField.ts';
import { type Light, luminanceOf, type Plane } from '../light.ts';
import { defineTexture } from './kind.ts';

const weight = (label: string, rest: number) =>
  z.number().min(0).max(2).default(rest).meta({ label, unit: '×', step: 0.05 });

const schema = z.strictObject({
  gauge: z.enum(gaugeIds).default('35mm'),
  rms: z.number().min(0).max(40).default(8).meta({ label: 'RMS granularity', unit: '', step: 0.5 }),
  shadows: weight('In shadows', 0.8),
  midtones: weight('In midtones', 1),
  highlights: weight('In highlights', 0.5),
  colour: z.number().min(0).max(100).default(30).meta({ label: 'Colour share', unit: '%', step: 1 }),
  seed: z.number().int().min(1).max(9999).default(1).meta({ label: 'Seed', unit: '', step: 1 }),
});
type Grain = z.output<typeof schema>;

/** Where the three weights stand, stops from mid-grey; smooth between. */
const places = { shadows: -4, midtones: 0, highlights: 4 };

function weightAt({ shadows, midtones, highlights }: Grain, stops: number): number {
  const share = stops / (stops < 0 ? places.shadows : places.highlights);
  const t = Math.min(share, 1);
  return midtones + ((stops < 0 ? shadows : highlights) - midtones) * t * t * (3 - 2 * t);
}

/** Stops of exposure for one unit of density on a straight negative. */
const stopsPerDensity = 1 / (carriedGamma * Math.log10(2));

/** Deviation in stops of the grain of an area of one clump: RMS granularity is stated × 1000 for a disc of 48 µm. */
const clumpStops = (rms: number) => (rms / 1000 / statedDeviation) * stopsPerDensity;

/** Side of a pixel on the film, µm. */
const pixelOf = (gauge: GaugeId, width: number) => (gauges[gauge].width * 1000) / width;

/** Deviation in stops of a pixel at mid-grey, in a picture so many pixels wide. */
export const grainStops = ({ rms, gauge, midtones }: Grain, width: number) =>
  clumpStops(rms) * fieldDeviation(pixelOf(gauge, width)) * midtones;

/** Fields of a seed: what the channels share, and what each has of its own. */
const perSeed = 4;
/** Fields made lately: amount, weights and colour change more often than size and seed. */
const fieldOf = memoizeRecent(perSeed, (order: FieldOrder): Plane => grainField(order));

/** The fields of the three channels: what they share, and what each has of its own. */
function channelFields({ gauge, colour, seed }: Grain, { width, height }: Light): Plane[] {
  const layer = (n: number) =>
    fieldOf({ width, height, pixel: pixelOf(gauge, width), key: seed * perSeed + n });
  const shared = layer(0);
  if (colour === 0) return [shared, shared, shared];
  const [common, own] = [Math.sqrt(1 - colour / 100), Math.sqrt(colour / 100)];
  return [1, 2, 3].map((n) => {
    const values = Float32Array.from(layer(n));
    for (let i = 0; i < values.length; i++) values[i] = own * values[i] + common * shared[i];
    return values;
  });
}

/** Grain of a negative: noise of density, in clumps as large as the gauge makes them, weighted by tone. */
export const grain = defineTexture({
  id: 'grain',
  label: 'Grain',
  about: 'Noise of density on the negative; the smaller the gauge, the larger it shows',
  schema,
  strength: 'rms',
  shape: {
    axis: 'stops',
    label: 'Weight',
    unit: '×',
    y: { min: 0, max: 2 },
    at: weightAt,
    handles: [
      { key: 'shadows', along: 'y', x: () => places.shadows },
      { key: 'midtones', along: 'y', x: () => places.midtones },
      { key: 'highlights', along: 'y', x: () => places.highlights },
    ],
  },
  isNeutral: (p) => p.rms === 0,
  summary: (p) => `${gauges[p.gauge].label}, RMS ${p.rms}`,
  notes(p) {
    const at = (width: number) => `${grainStops(p, width).toFixed(2)} st`;
    return [
      `${gauges[p.gauge].label} film, RMS granularity ${p.rms} (density × 1000, 48 µm disc, γ ${carriedGamma})`,
      `at mid-grey ${at(1920)} RMS a pixel in a picture 1920 wide, ${at(3840)} in one 3840 wide; in log exposure`,
      `weights: shadows (${places.shadows} st) ${p.shadows}, midtones ${p.midtones}, highlights (+${places.highlights} st) ${p.highlights}`,
      `${p.colour} % of its variance differs from channel to channel`,
    ];
  },
  run(p, light) {
    const [red, green, blue] = light.planes;
    const [ofRed, ofGreen, ofBlue] = channelFields(p, light);
    const most = clumpStops(p.rms) * Math.LN2;
    const y = luminanceOf(light);
    for (let i = 0; i < y.length; i++) {
      const deviation = most * weightAt(p, Math.log2(Math.max(y[i], 1e-6) / midGrey));
      red[i] *= Math.exp(deviation * ofRed[i]);
      green[i] *= Math.exp(deviation * ofGreen[i]);
      blue[i] *= Math.exp(deviation * ofBlue[i]);
    }
  },
});
