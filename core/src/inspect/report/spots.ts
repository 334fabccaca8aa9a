import { applyLut } from '../../lut/apply.ts';
import { inputDomainOf, type Lut } from '../../lut/lut.ts';
import type { Fault } from '../faults/fault.ts';

type Colour = [number, number, number];
/** Lines of colours: along red, green and blue through a place, or greys. */
export type Spot = Colour[][];

const along = 9;
/** Share of the domain a line reaches to either side. */
const reach = 0.16;

/** What comes out around a fault: nine colours along each axis through its place; greys where it is everywhere. */
export function spotOf(lut: Lut, { at }: Fault): Spot {
  const { domainMin, domainMax } = inputDomainOf(lut);
  const lines = at ? 3 : 1;
  const rgb = new Float32Array(lines * along * 3);
  for (let line = 0; line < lines; line++)
    for (let i = 0; i < along; i++)
      for (let c = 0; c < 3; c++) {
        const t = i / (along - 1);
        const share = at ? at[c] + (c === line ? (t - 0.5) * 2 * reach : 0) : t;
        rgb[(line * along + i) * 3 + c] =
          domainMin[c] + Math.min(Math.max(share, 0), 1) * (domainMax[c] - domainMin[c]);
      }
  applyLut(lut, rgb, 'tetrahedral');
  return Array.from({ length: lines }, (_, line) =>
    Array.from({ length: along }, (_, i): Colour => {
      const p = (line * along + i) * 3;
      return [rgb[p], rgb[p + 1], rgb[p + 2]];
    }),
  );
}
