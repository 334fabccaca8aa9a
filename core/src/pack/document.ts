import { z } from 'zod';
import { checkDocument, migrate, type Migrations } from '../document.ts';
import { largestGrid, smallestGrid } from '../lut/cube.ts';
import { type RoleId, roleIds, roles } from '../order/roles/index.ts';
import { displaySchema, standardDisplay } from '../render/display.ts';
import { destinationSchema } from './destination.ts';
import { destinations } from './destinations/index.ts';
import { nameRuleSchema } from './names/rule.ts';

export const packSchemaVersion = 1;
const packKind = 'velvet-dusk/pack';

/** One LUT that is wanted for a look on a camera, and where it goes. */
export const packItemSchema = z.strictObject({
  role: z.enum(roleIds),
  grid: z.int().min(smallestGrid).max(largestGrid).default(33),
  /** The display it is made for, among the pack's. */
  output: z.string().default('video'),
  /** Of the whole look; none leaves the look's own. */
  strength: z.number().min(0).max(1).nullable().default(null),
  /** Stops by which the footage is exposed over: the picture is shown so much darker. */
  offset: z.number().min(-8).max(8).default(0),
  /** The other camera, for a LUT from one to another. */
  to: z.string().nullable().default(null),
  withoutLook: z.boolean().default(false),
  colourOnly: z.boolean().default(false),
  destinations: z.array(z.string()).min(1).max(20),
});
export type PackItem = z.output<typeof packItemSchema>;

export const packCellSchema = z.strictObject({
  lookId: z.string(),
  profileId: z.string(),
  items: z.array(packItemSchema).max(1000),
});
export type PackCell = z.output<typeof packCellSchema>;

const outputSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/, 'lower-case letters, figures and dashes are needed'),
  display: displaySchema,
});

const lookNotesSchema = z.strictObject({
  lookId: z.string(),
  /** Windows, masks and the like that no LUT can hold. */
  notBaked: z.string().max(2000).default(''),
  /** Strength people should begin from, in words of the designer. */
  advice: z.string().max(500).default(''),
});

const unique = <T>(of: (item: T) => string) =>
  [(items: T[]) => new Set(items.map(of)).size === items.length, 'two share an ID'] as const;

export const packSchema = z.strictObject({
  kind: z.literal(packKind),
  schemaVersion: z.literal(packSchemaVersion),
  name: z.string().min(1).max(80),
  licence: z.string().max(20_000).default(''),
  outputs: z
    .array(outputSchema)
    .min(1)
    .max(24)
    .refine(...unique<z.output<typeof outputSchema>>((o) => o.id)),
  destinations: z
    .array(destinationSchema)
    .max(20)
    .refine(...unique<z.output<typeof destinationSchema>>((d) => d.id)),
  names: nameRuleSchema.prefault({}),
  /** Names given by hand, by the key of the planned file. */
  renamed: z.record(z.string(), z.string().min(1).max(200)).default({}),
  cells: z.array(packCellSchema).max(2000),
  looks: z.array(lookNotesSchema).default([]),
  /** Adds an OpenColorIO configuration of the whole pack. */
  ocioConfig: z.boolean().default(true),
});
/** A pack as it is planned: which looks for which cameras in which roles, where the files go and what they are called. */
export type Pack = z.output<typeof packSchema>;

const migrations: Migrations = {};

/** Checks a parsed pack document. @param file the name used in errors. Throws a DocumentError. */
export function parsePack(value: unknown, file: string): Pack {
  const document = migrate(value, { kind: packKind, version: packSchemaVersion, migrations, file });
  return checkDocument(packSchema, document, file);
}

/** An empty pack with the usual places files go to. */
export const newPack = (name: string, display = standardDisplay): Pack =>
  packSchema.parse({
    kind: packKind,
    schemaVersion: packSchemaVersion,
    name,
    outputs: [{ id: 'video', display }],
    destinations: Object.values(destinations),
    cells: [],
  });

/** The items of a look on a camera. */
export const itemsOf = (pack: Pack, lookId: string, profileId: string): readonly PackItem[] =>
  pack.cells.find((c) => c.lookId === lookId && c.profileId === profileId)?.items ?? [];

/** What stands around a cell. */
export interface CellSurround {
  /** Cameras that its LUTs may lead to. */
  others: readonly string[];
  /** Stops by which the project's camera screens are darker: its footage is as much over. 0 where nobody said. */
  monitorOffsetStops: number;
}

/** Stops that footage for monitors is over: as the project says, one where it does not. */
export const monitorOffsetOf = (monitorOffsetStops: number): number => monitorOffsetStops || 1;

/** An item in another role, with what that role is made by. */
export function inRole(item: PackItem, id: RoleId, { others, monitorOffsetStops }: CellSurround): PackItem {
  const uses: readonly string[] = roles[id].uses;
  const to = item.to !== null && others.includes(item.to) ? item.to : (others[0] ?? null);
  return {
    ...item,
    role: id,
    offset: uses.includes('offset') ? item.offset || monitorOffsetOf(monitorOffsetStops) : 0,
    to: uses.includes('to') ? to : null,
    withoutLook: roles[id].mayGoPlain === true && item.withoutLook,
  };
}

/** A further item for a cell: in the first role that the cell does not hold yet. */
export function nextItem(pack: Pack, items: readonly PackItem[], around: CellSurround): PackItem {
  const free = roleIds.find(
    (id) =>
      !items.some((i) => i.role === id) &&
      (around.others.length > 0 || !(roles[id].uses as readonly string[]).includes('to')),
  );
  const editor = pack.destinations.find((d) => d.id === 'editor') ?? pack.destinations[0];
  const item = packItemSchema.parse({
    role: 'combined',
    output: pack.outputs[0].id,
    destinations: [editor.id],
  });
  return inRole(item, free ?? 'combined', around);
}

/** What of a cell's items goes to a camera: a LUT from a camera to itself is none. */
export const itemsFor = (items: readonly PackItem[], profileId: string): PackItem[] =>
  items.filter((item) => item.to !== profileId);

/** The pack with other items in one cell; an empty cell is none. */
export function withItems(pack: Pack, lookId: string, profileId: string, items: readonly PackItem[]): Pack {
  const isIt = (c: PackCell) => c.lookId === lookId && c.profileId === profileId;
  const others = pack.cells.filter((c) => !isIt(c));
  const at = pack.cells.findIndex(isIt);
  const cell = { lookId, profileId, items: [...items] };
  if (items.length === 0) return { ...pack, cells: others };
  if (at < 0) return { ...pack, cells: [...others, cell] };
  return { ...pack, cells: pack.cells.map((c, i) => (i === at ? cell : c)) };
}
