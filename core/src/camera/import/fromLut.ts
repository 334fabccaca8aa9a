import { applyLut } from '../../lut/apply.ts';
import { inputDomainOf, type Lut } from '../../lut/lut.ts';
import { checkedPoints, type ImportedProfile, primariesNote, profileAround } from './imported.ts';

/** Points of a curve kept from a table. */
const kept = 1024;

/** Codes along the grey axis of a LUT's domain, and what it makes of them (its green). */
export function greyAxis(lut: Lut): [code: number, out: number][] {
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
