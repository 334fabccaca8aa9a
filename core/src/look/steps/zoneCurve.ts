import { midGrey } from '../../camera/exposure.ts';
import { luminanceWeights } from '../../colour/rgbSpace.ts';
import { working } from '../../colour/spaces/index.ts';
import type { ZonesParams } from './zones.ts';
import { logTwo } from '../../colour/power.ts';

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
  const stops = luminance > 0 ? logTwo(luminance / midGrey) : lowStop;
  return Math.min(Math.max((stops - lowStop) * perStop, 0), tableSize - 1);
}

/** A setting of the zones over the table, mixed by their weights at each entry. */
function mixedOver(p: ZonesParams, keys: readonly (keyof ZonesParams[ZoneName])[]): Float64Array[] {
  const tables = keys.map(() => new Float64Array(tableSize));
  for (let i = 0; i < tableSize; i++) {
    const weights = zoneWeights(p, lowStop + i / perStop);
    for (let z = 0; z < weights.length; z++) {
      if (weights[z] === 0) continue;
      for (let k = 0; k < keys.length; k++) tables[k][i] += weights[z] * p[zoneNames[z]][keys[k]];
    }
  }
  return tables;
}

interface ZoneTables {
  /** Stops of light added, held where a channel would turn the order of tones round. */
  density: Float64Array;
  /** Tint of each channel in stops, interleaved; the luminance of a grey is kept at every entry. */
  tints: Float64Array;
  /** Stops at which density is held. */
  heldAt: number[];
}

function zoneTables(p: ZonesParams): ZoneTables {
  const [density, warm, green] = mixedOver(p, ['density', 'warm', 'green']);
  const tints = new Float64Array(tableSize * 3);
  for (let i = 0; i < tableSize; i++) {
    if (warm[i] === 0 && green[i] === 0) continue;
    const gains = tintGains(warm[i], green[i]);
    for (let c = 0; c < 3; c++) tints[i * 3 + c] = Math.log2(gains[c]);
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
  return { density, tints, heldAt };
}

/** R, G, B gains over luminance, interleaved, `perStop` entries a stop. */
export function makeGainTable(p: ZonesParams): { table: Float64Array; notes: string[] } {
  const { density, tints, heldAt } = zoneTables(p);
  const table = tints.map((tint, i) => 2 ** (density[Math.floor(i / 3)] + tint));
  return { table, notes: heldAt.length > 0 ? [holdNote(heldAt)] : [] };
}

function holdNote(heldAt: number[]): string {
  const low = Math.min(...heldAt).toFixed(1);
  const high = Math.max(...heldAt).toFixed(1);
  return `Zones: density is held between ${low} and ${high} stops, or darker tones would come out lighter than brighter ones`;
}

/** What a grey at `stops` becomes, in stops: the tone curve of the zones. */
export function zoneStops(p: ZonesParams): (stops: number) => number {
  const { density } = zoneTables(p);
  return (stops) => {
    const at = Math.min(Math.max((stops - lowStop) * perStop, 0), tableSize - 1);
    const k = Math.min(Math.floor(at), tableTop);
    return stops + density[k] + (at - k) * (density[k + 1] - density[k]);
  };
}
