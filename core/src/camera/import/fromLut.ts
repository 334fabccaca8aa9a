import { applyLut } from '../../lut/apply.ts';
import { inputDomainOf, type Lut } from '../../lut/lut.ts';
import { compileRendering, standardRendering } from '../../render/rendering.ts';
import { checkedPoints, type ImportedProfile, primariesNote, profileAround } from './imported.ts';

/** Points of a curve kept from a table. */
const kept = 1024;

/** Codes along the grey axis of a LUT's domain, and what it makes of them (its green). */
function greyAxis(lut: Lut): [code: number, out: number][] {
  const { domainMin, domainMax } = inputDomainOf(lut);
  const codes = Array.from({ length: kept }, (_, i) => i / (kept - 1));
  const rgb = Float32Array.from(
    codes.flatMap((t) => domainMin.map((low, c) => low + t * (domainMax[c] - low))),
  );
  applyLut(lut, rgb, 'tetrahedral');
  return codes.map((t, i) => [domainMin[1] + t * (domainMax[1] - domainMin[1]), rgb[i * 3 + 1]]);
}

/** Does the curve sag under its chord? Light against code does; code against light bulges over it. */
function sags(axis: [number, number][]): boolean {
  const [first, middle, last] = [axis[0], axis[axis.length >> 1], axis[axis.length - 1]];
  return middle[1] < (first[1] + last[1]) / 2;
}

/** A profile from a LUT that keeps channels apart, between code and light, in either direction. */
export function profileFromLut1d(lut: Lut, name: string, file: string): ImportedProfile {
  const axis = greyAxis(lut);
  const decodes = sags(axis);
  const pairs = decodes ? axis : axis.map(([light, code]): [number, number] => [code, light]);
  const notes = [
    decodes
      ? 'Read as code in, light out, since the curve sags.'
      : 'Read as light in, code out, since the curve bulges.',
    primariesNote,
  ];
  const curve = { family: 'sampled' as const, points: checkedPoints(pairs, file) };
  return { profile: profileAround(name, curve, { citation: `Read from ${file}` }, file), notes };
}

/**
 * A profile estimated from the grey axis of a maker's conversion cube, which also holds the maker's rendering. The
 * rendering of this program (standard tone scale, BT.1886, mid-grey at 42 %) is taken off it.
 */
export function profileFromConversion(lut: Lut, name: string, file: string): ImportedProfile {
  const display = compileRendering(standardRendering);
  const light = (signal: number) => display.tone.inverse(display.output.curve.inverse(signal));
  const axis = greyAxis(lut);
  const top = Math.max(...axis.map(([, out]) => out));
  // Where the cube clips, nothing can be told.
  const open = axis.filter(([, out]) => out < Math.min(top, 1) - 1e-4);
  const points = checkedPoints(
    open.map(([code, out]): [number, number] => [code, light(out)]),
    file,
  );
  const clipStops = Math.log2(points[points.length - 1][1] / 0.18);
  const notes = [
    'Estimated from the grey axis of a conversion cube: the maker’s own tone scale is taken to be like this program’s.',
    primariesNote,
  ];
  const curve = { family: 'sampled' as const, points };
  const sensor = { clipStops: Math.min(Math.max(clipStops, 0.5), 16), floorStops: -7 };
  return { profile: profileAround(name, curve, { sensor, citation: `Estimated from ${file}` }, file), notes };
}
