import { z } from 'zod';
import { largestGrid, smallestGrid } from '../lut/cube.ts';

/** File formats a pack can hold. Their writers are in `formats`. */
export const packFormats = {
  cube: { label: '.cube', ending: 'cube' },
  '3dl': { label: '.3dl', ending: '3dl' },
  spi3d: { label: '.spi3d', ending: 'spi3d' },
  clf: { label: 'Common LUT Format', ending: 'clf' },
  hald8: { label: 'Hald image, 8 bit', ending: 'hald8.png' },
  hald16: { label: 'Hald image, 16 bit', ending: 'hald16.png' },
  spi1d: { label: '.spi1d, where a LUT is curves alone', ending: 'spi1d' },
  cdl: { label: 'ASC CDL, where a look is one', ending: 'cdl' },
} as const;
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
