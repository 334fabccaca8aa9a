import { midGrey, stopsToLinear } from '../../colour/exposure.ts';
import { luminanceWeights } from '../../colour/rgbSpace.ts';
import { working } from '../../colour/spaces/index.ts';
import { logTwo, twoTo } from '../../colour/power.ts';
import { atLinearOctaves, linearOctaves } from '../../numeric/octaves.ts';

export const zoneNames = ['blacks', 'shadows', 'midtones', 'highlights', 'whites'] as const;
export type ZoneName = (typeof zoneNames)[number];

/** One zone: where it lies in stops from mid-grey, light taken away in stops, and its tint. */
interface Zone {
  centre: number;
  density: number;
  warm: number;
  green: number;
}
type ZonesParams = Record<ZoneName, Zone>;

/**
 * The stops a gain table spans; beyond them the end gains hold. Its entries are even in linear octaves, which saves a
 * logarithm a pixel.
 */
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
  const weights = [0, 0, 0, 0, 0];
  const above = zoneNames.findIndex((n) => p[n].centre > stops);
  if (above === 0) weights[0] = 1;
  else if (above < 0) weights[zoneNames.length - 1] = 1;
  else {
    const low = p[zoneNames[above - 1]].centre;
    const t = (stops - low) / (p[zoneNames[above]].centre - low);
    weights[above] = t * t * (3 - 2 * t);
    weights[above - 1] = 1 - weights[above];
  }
  return weights;
}

const [wr, wg, wb] = luminanceWeights(working);

/** Stops of R, G, B for a tint, keeping the luminance of a grey. A full tint parts R and B by one stop. */
export function tintStops(warm: number, green: number): [number, number, number] {
  const r = 0.5 * warm - 0.25 * green;
  const g = 0.25 * green;
  const b = -0.5 * warm - 0.25 * green;
  const y = logTwo(wr * twoTo(r) + wg * twoTo(g) + wb * twoTo(b));
  return [r - y, g - y, b - y];
}

/** The same as gains. */
export const tintGains = (warm: number, green: number) => tintStops(warm, green).map(twoTo);

const least = midGrey * 2 ** lowStop;
/** Where a luminance falls in a gain table, as a fractional index. */
export function gainsAt(luminance: number): number {
  if (!(luminance > least)) return 0;
  const at = (linearOctaves(luminance / midGrey) - lowStop) * perStop;
  return at < tableSize - 1 ? at : tableSize - 1;
}
/** Stops of each entry. */
const entryStops = Float64Array.from({ length: tableSize }, (_, i) =>
  Math.log2(atLinearOctaves(lowStop + i / perStop)),
);

/** A setting of the zones over the table, mixed by their weights at each entry. */
function mixedOver(p: ZonesParams, keys: readonly (keyof ZonesParams[ZoneName])[]): Float64Array[] {
  const settings = keys.map((key) => zoneNames.map((n) => p[n][key]));
  const tables = keys.map(() => new Float64Array(tableSize));
  for (let i = 0; i < tableSize; i++) {
    const weights = zoneWeights(p, entryStops[i]);
    for (let k = 0; k < tables.length; k++)
      for (let z = 0; z < weights.length; z++) tables[k][i] += weights[z] * settings[k][z];
  }
  return tables;
}

interface ZoneTables {
  /** Stops of light added (density the other way round), held where a channel would turn the order of tones round. */
  light: Float64Array;
  /** Tint of each channel in stops, interleaved; the luminance of a grey is kept at every entry. */
  tints: Float64Array;
  /** Stops at which density is held. */
  heldAt: number[];
}

/** The least rise of added light from entry i−1 to i at which every channel still rises. */
function minRise(tints: Float64Array, i: number): number {
  const at = i * 3;
  const red = tints[at] - tints[at - 3];
  const green = tints[at + 1] - tints[at - 2];
  const blue = tints[at + 2] - tints[at - 1];
  return (flattest - 1) * (entryStops[i] - entryStops[i - 1]) - Math.min(red, green, blue);
}

function zoneTables(p: ZonesParams): ZoneTables {
  const [density, warm, green] = mixedOver(p, ['density', 'warm', 'green']);
  const light = density.map((d) => -d);
  const tints = new Float64Array(tableSize * 3);
  for (let i = 0; i < tableSize; i++) {
    if (warm[i] === 0 && green[i] === 0) continue;
    tints.set(tintStops(warm[i], green[i]), i * 3);
  }
  const heldAt: number[] = [];
  // Outward from mid-grey, so that the pivot of the picture is what stays.
  const grey = -lowStop * perStop;
  for (let i = grey + 1; i < tableSize; i++) {
    const least = light[i - 1] + minRise(tints, i);
    if (light[i] < least - 1e-12) heldAt.push(entryStops[i]);
    light[i] = Math.max(light[i], least);
  }
  for (let i = grey - 1; i >= 0; i--) {
    const most = light[i + 1] - minRise(tints, i + 1);
    if (light[i] > most + 1e-12) heldAt.push(entryStops[i]);
    light[i] = Math.min(light[i], most);
  }
  return { light, tints, heldAt };
}

/** R, G, B gains over luminance, interleaved, `perStop` entries a stop. */
export function makeGainTable(p: ZonesParams): { table: Float64Array; notes: string[] } {
  const { light, tints, heldAt } = zoneTables(p);
  for (let i = 0; i < tints.length; i++) tints[i] = twoTo(light[Math.floor(i / 3)] + tints[i]);
  return { table: tints, notes: heldAt.length > 0 ? [holdNote(heldAt)] : [] };
}

function holdNote(heldAt: number[]): string {
  const low = Math.min(...heldAt).toFixed(1);
  const high = Math.max(...heldAt).toFixed(1);
  return `Zones: density is held between ${low} and ${high} stops, or darker tones would come out lighter than brighter ones`;
}

/** What a grey at `stops` becomes, in stops: the tone curve of the zones. */
export function zoneStops(p: ZonesParams): (stops: number) => number {
  const { light } = zoneTables(p);
  return (stops) => {
    const at = gainsAt(stopsToLinear(stops));
    const k = Math.min(Math.floor(at), tableTop);
    return stops + light[k] + (at - k) * (light[k + 1] - light[k]);
  };
}
