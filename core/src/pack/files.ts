import { parseCdl } from '../formats/cdl/parse.ts';
import { writeCdl } from '../formats/cdl/write.ts';
import { bytesOf, type Described } from '../formats/lutFormats/format.ts';
import { packedFormats } from '../formats/lutFormats/index.ts';
import { isActive } from '../look/compile.ts';
import type { Look } from '../look/document.ts';
import type { CdlParams } from '../colour/cdl.ts';
import type { Interpolation } from '../lut/apply.ts';
import { compileBake } from '../order/bake.ts';
import { describeEnd } from '../order/end.ts';
import { curveOf } from './curve.ts';
import type { PackFormat } from './destination.ts';
import type { PlannedFile } from './plannedFile.ts';
import type { PlannedLut } from './plannedLut.ts';

/** What a file says of a planned LUT, in formats that have a place for it. */
export const describePlanned = ({ lut, order }: PlannedLut, interpolation: Interpolation): Described => ({
  interpolation,
  input: describeEnd(lut.input),
  output: `${describeEnd(lut.output)}, ${order.role}`,
});

/** The CDL that a look is; null for one that is more, or mixed with none. */
export function cdlOf(look: Look): CdlParams | null {
  const active = look.steps.filter(isActive);
  const [only] = active;
  const isOne = active.length === 1 && only.type === 'cdl' && only.strength === 1;
  return isOne && look.strength === 1 && !look.colourOnly ? (only.params as CdlParams) : null;
}

/** A look's CDL as a file; it is for ACEScct, which the description says. */
export function cdlFile(look: Look, params: CdlParams): { bytes: Uint8Array; readBack: CdlParams } {
  const text = writeCdl([{ id: look.name, description: `${look.name}, for ACEScct`, params }], 'cdl');
  return { bytes: bytesOf(text), readBack: parseCdl(text, 'x.cdl')[0].params };
}

/** Points of the grid that a planned file is written with. */
export const gridOf = ({ format, planned: { order } }: PlannedFile): number =>
  format === 'cdl' ? order.grid : packedFormats[format].grid(order.grid);

/** Can a LUT be written in a format at all? A look is seldom a CDL, and only a trim is curves alone. */
export function canHold(format: PackFormat, { order, lut }: PlannedLut): boolean {
  if (format === 'cdl') return lut.look !== null && cdlOf(order.look) !== null;
  if (!packedFormats[format].isCurve) return true;
  const { input, output } = lut;
  const isOneCode =
    input.kind === 'scene' && output.kind === 'scene' && input.profile.id === output.profile.id;
  return lut.look === null && isOneCode && curveOf(compileBake(order)) !== null;
}
