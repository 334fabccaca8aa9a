import type { Profile } from '../camera/profile.ts';
import type { Look } from '../look/document.ts';
import type { NamedLook } from '../look/namedLook.ts';
import { contentHash, recipeHash } from '../look/hash.ts';
import { type BakeOrder, lutOrder } from '../order/bake.ts';
import type { End } from '../order/end.ts';
import type { LutOrder } from '../order/order.ts';
import { roles } from '../order/roles/index.ts';
import type { Display } from '../render/display.ts';
import type { Pack, PackItem } from './document.ts';

/** What a pack is planned from. */
export interface PackSources {
  looks: readonly NamedLook[];
  profiles: readonly Profile[];
}

/** A pack asks for something that is not there. */
export class PlanError extends Error {
  override name = 'PlanError';
}

/** A LUT of a pack, ready to be baked, and what it is told apart by. */
export interface PlannedLut {
  /** Equal for LUTs with the same numbers in them, however they were asked for. */
  key: string;
  order: BakeOrder;
  /** What it computes. */
  lut: LutOrder;
  /** The look that is in it; none for a conversion. */
  look: NamedLook | null;
  display: Display;
}

/** The look as an item wants it. */
const lookFor = ({ document }: NamedLook, { strength, colourOnly }: PackItem): Look => ({
  ...document,
  strength: strength ?? document.strength,
  colourOnly: colourOnly || document.colourOnly,
});

/** Hashes of documents, each worked out once for as long as somebody holds on to this. */
export class Digests {
  private readonly known = new Map<object, string>();

  private once<D extends object>(document: D, make: (document: D) => string): string {
    const found = this.known.get(document) ?? make(document);
    this.known.set(document, found);
    return found;
  }

  profile = (profile: Profile): string => this.once(profile, contentHash);
  /** Of what decides its numbers; a look may be renamed. */
  look = (look: Look): string => this.once(look, recipeHash);
}

/** What decides the numbers of a LUT. Two conversions of one camera are one, whichever look asked for them. */
function keyOf(order: BakeOrder, lut: LutOrder, look: NamedLook, digests: Digests): string {
  const { input, output, offset, rendering } = lut;
  const throughRendering = input.kind !== output.kind || input.kind === 'display';
  const endKey = (end: End) => (end.kind === 'scene' ? digests.profile(end.profile) : end.display);
  return contentHash({
    role: order.role,
    grid: order.grid,
    input: endKey(input),
    output: endKey(output),
    offset,
    look: lut.look && [digests.look(look.document), lut.look.strength, lut.look.colourOnly],
    rendering: throughRendering ? rendering : null,
  });
}

export interface CellItem {
  lookId: string;
  profileId: string;
  item: PackItem;
}

/** Throws a PlanError that names what is missing. */
export function planLut(
  pack: Pack,
  { lookId, profileId, item }: CellItem,
  sources: PackSources,
  digests = new Digests(),
): PlannedLut {
  const look = sources.looks.find((l) => l.id === lookId);
  const profileOf = (id: string) => sources.profiles.find((p) => p.id === id);
  const profile = profileOf(profileId);
  const to = item.to === null ? undefined : profileOf(item.to);
  const output = pack.outputs.find((o) => o.id === item.output);
  if (!look) throw new PlanError(`the look "${lookId}" is not there any more`);
  if (!profile) throw new PlanError(`the camera "${profileId}" is not there any more`);
  if (item.to !== null && !to) throw new PlanError(`the camera "${item.to}" is not there any more`);
  if (roles[item.role].uses.includes('to') && !to)
    throw new PlanError(`a ${roles[item.role].label.toLowerCase()} LUT needs the other camera`);
  if (!output) throw new PlanError(`the output "${item.output}" is not among those of the pack`);
  const { role, grid, offset } = item;
  const order: BakeOrder = {
    look: lookFor(look, item),
    profile,
    display: output.display,
    offset,
    role,
    grid,
    ...(to ? { to } : {}),
    withoutLook: item.withoutLook && roles[role].mayGoPlain === true,
  };
  const lut = lutOrder(order);
  const version = lut.look ? look.version : undefined;
  return {
    key: keyOf(order, lut, look, digests),
    order: { ...order, version },
    lut,
    look: lut.look ? look : null,
    display: output.display,
  };
}
