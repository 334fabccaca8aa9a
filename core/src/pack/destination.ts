import { z } from 'zod';
import type { PackedFormat } from '../formats/lutFormats/format.ts';
import { packedFormats, type PackedId } from '../formats/lutFormats/index.ts';
import { largestGrid, smallestGrid } from '../lut/cube.ts';

/** What a look can be written in where it is one. */
const cdl = { label: 'ASC CDL, where a look is one', ending: 'cdl' };

/** File formats a pack can hold. */
export const packFormats: Readonly<Record<PackedId | 'cdl', Pick<PackedFormat, 'label' | 'ending'>>> = {
  ...packedFormats,
  cdl,
};
export type PackFormat = keyof typeof packFormats;
const formatIds = Object.keys(packFormats) as [PackFormat, ...PackFormat[]];

export const characterSets = {
  any: { label: 'any', allowed: /^.*$/su, says: 'any character' },
  ascii: { label: 'ASCII', allowed: /^[\x20-\x7e]*$/, says: 'printable ASCII' },
  plain: {
    label: 'letters, figures, - _',
    allowed: /^[A-Za-z0-9._-]*$/,
    says: 'letters, figures, dash, underscore',
  },
  capitals: { label: 'capitals, figures', allowed: /^[A-Z0-9_.]*$/, says: 'capitals, figures, underscore' },
} as const;
const characterIds = Object.keys(characterSets) as [
  keyof typeof characterSets,
  ...(keyof typeof characterSets)[],
];

/** What a place that files go to can take. */
export const destinationSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/, 'lower-case letters, figures and dashes are needed'),
  label: z.string().min(1).max(60),
  about: z.string().max(200).default(''),
  /** Grids it takes; none said means any. */
  grids: z.array(z.int().min(smallestGrid).max(largestGrid)).max(20).default([]),
  maxBytes: z.int().min(1).nullable().default(null),
  /** Characters of a whole file name, ending and all. */
  nameLength: z.int().min(5).max(255).default(255),
  characters: z.enum(characterIds).default('any'),
  /** Folders below its own. */
  folderDepth: z.int().min(0).max(8).default(8),
  slots: z.int().min(1).max(10_000).nullable().default(null),
  /** Range its codes are taken for. */
  range: z.enum(['any', 'full', 'narrow']).default('any'),
  interpolation: z.enum(['tetrahedral', 'trilinear']).default('tetrahedral'),
  /** Bits of a table's numbers inside; null for float. */
  depthInside: z.int().min(8).max(16).nullable().default(null),
  formats: z.array(z.enum(formatIds)).min(1).max(formatIds.length).default(['cube']),
  /** Names as the pack builds them, or the shortest that tell its files apart. */
  naming: z.enum(['long', 'short']).default('long'),
  byCamera: z.boolean().default(false),
});
export type Destination = z.output<typeof destinationSchema>;
export const defineDestination = (d: z.input<typeof destinationSchema>): Destination =>
  destinationSchema.parse(d);

/** The rules in one line. */
export function describeRules(d: Destination): string {
  return [
    d.grids.length > 0 ? `${d.grids.join(', ')} points` : 'any grid',
    ...(d.nameLength < 100 ? [`${d.nameLength} characters`] : []),
    ...(d.slots === null ? [] : [`${d.slots} slots`]),
    ...(d.range === 'any' ? [] : [`${d.range} range`]),
    ...(d.interpolation === 'trilinear' ? ['trilinear'] : []),
    ...(d.depthInside === null ? [] : [`${d.depthInside} bit inside`]),
    ...(d.byCamera ? ['folders by camera'] : []),
  ].join(', ');
}
