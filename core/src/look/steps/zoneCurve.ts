import { midGrey } from '../../camera/exposure.ts';
import { luminanceWeights } from '../../colour/rgbSpace.ts';
import { working } from '../../colour/spaces/index.ts';
import type { ZonesParams } from './zones.ts';

export const zoneNames = ['blacks', 'shadows', 'midtones', 'highlights', 'whites'] as const;
export type ZoneName = (typeof zoneNames)[number];

/** The stops a gain table spans; beyond them the end gains hold. */
const lowStop = -12;
const highStop = 12;
const perStop = 64;
const tableSize = (highStop - lowStop) * perStop + 1;
/** Index of the last interval of a gain table. */
export const tableTop = tableSize - 2;
/** The tone curve never gets flatter than this, in stops out per stop in. */
const flattest = 0.05;

/** Weight of each zone at `stops` from mid-grey: smooth, overlapping neighbours only, summing to 1. */
export function zoneWeights(p: ZonesParams, stops: number): number[] {
  const centres = zoneNames.map((n) => p[n].centre);
  const weights = zoneNames.map(() => 0);
  const above = centres.findIndex((c) => c > stops);
  if (above === 0) weights[0] = 1;
  else if (above < 0) weights[centres.length - 1] = 1;
  else {
    const t = (stops - centres[above - 1]) / (centres[above] - centres[above - 1]);
    weights[above] = t * t * (3 - 2 * t);
    weights[above - 1] = 1 - weights[above];
  }
  return weights;
}

const [wr, wg, wb] = luminanceWeights(working);

/** Gains of R, G, B for a tint, keeping the luminance of a grey. A full tint parts R and B by one stop. */
export function tintGains(warm: number, green: number): [number, number, number] {
  const r = 2 ** (0.5 * warm - 0.25 * green);
  const g = 2 ** (0.25 * green);
  const b = 2 ** (-0.5 * warm - 0.25 * green);
  const y = wr * r + wg * g + wb * b;
  return [r / y, g / y, b / y];
}

/** Where a luminance falls in a gain table, as a fractional index. */
export function gainsAt(luminance: number): number {
  const stops = luminance > 0 ? Math.log2(luminance / midGrey) : lowStop;
  return Math.min(Math.max((stops - lowStop) * perStop, 0), tableSize - 1);
}

/** Tint of each channel in stops over the table, interleaved; the luminance of a grey is kept at every entry. */
function tintTable(p: ZonesParams): Float64Array {
  const table = new Float64Array(tableSize * 3);
  for (let i = 0; i < tableSize; i++) {
    const w = zoneWeights(p, lowStop + i / perStop);
    const mean = (key: 'warm' | 'green') => zoneNames.reduce((sum, n, k) => sum + w[k] * p[n][key], 0);
    tintGains(mean('warm'), mean('green')).forEach((g, c) => (table[i * 3 + c] = Math.log2(g)));
  }
  return table;
}

/** Density in stops over the table, held where a channel would turn the order of tones round. */
function densities(p: ZonesParams, tints: Float64Array): { density: Float64Array; heldAt: number[] } {
  const density = new Float64Array(tableSize);
  for (let i = 0; i < tableSize; i++) {
    const w = zoneWeights(p, lowStop + i / perStop);
    density[i] = zoneNames.reduce((sum, n, k) => sum + w[k] * p[n].density, 0);
  }
  const heldAt: number[] = [];
  /** The least rise of density from entry i−1 to i at which every channel still rises. */
  const leastRise = (i: number) => {
    const rise = (c: number) => tints[i * 3 + c] - tints[i * 3 - 3 + c];
    return (flattest - 1) / perStop - Math.min(rise(0), rise(1), rise(2));
  };
  // Outward from mid-grey, so that the pivot of the picture is what stays.
  const grey = -lowStop * perStop;
  for (let i = grey + 1; i < tableSize; i++) {
    const least = density[i - 1] + leastRise(i);
    if (density[i] < least - 1e-12) heldAt.push(lowStop + i / perStop);
    density[i] = Math.max(density[i], least);
  }
  for (let i = grey - 1; i >= 0; i--) {
    const most = density[i + 1] - leastRise(i + 1);
    if (density[i] > most + 1e-12) heldAt.push(lowStop + i / perStop);
    density[i] = Math.min(density[i], most);
  }
  return { density, heldAt };
}

/** R, G, B gains over luminance, interleaved, `perStop` entries a stop. */
export function makeGainTable(p: ZonesParams): { table: Float64Array; notes: string[] } {
  const table = tintTable(p);
  const { density, heldAt } = densities(p, table);
  for (let i = 0; i < table.length; i++) table[i] = 2 ** (density[Math.floor(i / 3)] + table[i]);
  return { table, notes: heldAt.length > 0 ? [holdNote(heldAt)] : [] };
}

function holdNote(heldAt: number[]): string {
  const low = Math.min(...heldAt).toFixed(1);
  const high = Math.max(...heldAt).toFixed(1);
  return `Zones: density is held between ${low} and ${high} stops, or darker tones would come out lighter than brighter ones`;
}

/** What a grey at `stops` becomes, in stops: the tone curve of the zones. */
export function zoneStops(p: ZonesParams): (stops: number) => number {
  const { density } = densities(p, tintTable(p));
  return (stops) => {
    const at = Math.min(Math.max((stops - lowStop) * perStop, 0), tableSize - 1);
    const k = Math.min(Math.floor(at), tableTop);
    return stops + density[k] + (at - k) * (density[k + 1] - density[k]);
  };
}
