import { cameraToken } from '../order/end.ts';
import { fileSlug } from '../slug.ts';
import { type Destination, type PackFormat, packFormats } from './destination.ts';
import type { Pack, PackItem } from './document.ts';
import { canHold } from './files.ts';
import type { Plan, PlannedFile } from './plannedFile.ts';
import { partsOf } from './names/ofFile.ts';
import { shortNames } from './names/short.ts';
import { writeName } from './names/write.ts';
import {
  type CellItem,
  Digests,
  planLut,
  type PackSources,
  PlanError,
  type PlannedLut,
} from './plannedLut.ts';

/** Files one export makes at most: they are planned in a fifth of a second. */
export const mostFiles = 4000;

/** Files a pack asks for at most, counted without planning any: each item once for each place. */
export const askedFiles = ({ cells }: Pack): number =>
  cells.reduce((sum, { items }) => sum + items.reduce((n, item) => n + item.destinations.length, 0), 0);

const idOf = (
  { lookId, profileId, item }: CellItem,
  planned: PlannedLut,
  destination: string,
  format: string,
) => {
  const { role, grid, output, strength, offset, to, withoutLook, colourOnly } = item;
  const isCameraFree = planned.lut.input.kind === 'display' && planned.lut.output.kind === 'display';
  return [
    role,
    planned.look ? lookId : '',
    isCameraFree ? '' : profileId,
    to ?? '',
    output,
    grid,
    strength ?? '',
    offset || '',
    withoutLook ? 'without' : '',
    colourOnly ? 'colour' : '',
    destination,
    format,
  ].join('|');
};

function folderOf({ planned: { lut } }: Pick<PlannedFile, 'planned'>, destination: Destination): string[] {
  const own = fileSlug(destination.label, destination.id);
  if (!destination.byCamera) return [own];
  const scene = [lut.input, lut.output].find((end) => end.kind === 'scene');
  return [own, scene?.kind === 'scene' ? cameraToken(scene.profile) : 'Any-camera'];
}

/** Every file a pack's items ask for, each once. */
function collect(pack: Pack, sources: PackSources): Plan {
  const files = new Map<string, PlannedFile>();
  const refused: Plan['refused'] = [];
  const digests = new Digests();
  const plan = (cellItem: CellItem, destinationId: string) => {
    const destination = pack.destinations.find((d) => d.id === destinationId);
    if (!destination) throw new PlanError(`the destination "${destinationId}" is not in the pack`);
    const planned = planLut(pack, cellItem, sources, digests);
    const formats = destination.formats.filter((format) => canHold(format, planned));
    if (formats.length === 0)
      throw new PlanError(`no format of ${destination.label} can hold the ${planned.order.role} LUT`);
    for (const format of formats) {
      const key = `${planned.key} ${destinationId} ${format}`;
      const known = files.get(key);
      if (known) known.items.push(cellItem);
      else {
        const parts = partsOf(planned, pack.name, files.size + 1);
        const id = idOf(cellItem, planned, destinationId, format);
        files.set(key, { id, planned, destination, format, parts, name: '', path: '', items: [cellItem] });
      }
    }
  };
  for (const { lookId, profileId, items } of pack.cells)
    for (const item of items)
      for (const destinationId of item.destinations)
        try {
          plan({ lookId, profileId, item }, destinationId);
        } catch (error) {
          if (!(error instanceof PlanError)) throw error;
          refused.push({ item: { lookId, profileId, item }, says: error.message });
        }
  return { files: [...files.values()], refused };
}

const endingOf = (format: PackFormat, { characters }: Destination) => {
  const ending = `.${packFormats[format].ending}`;
  return characters === 'capitals' ? ending.toUpperCase() : ending;
};

/** Short names of the files of one destination; formats of one LUT share a stem. */
function shortStems(files: readonly PlannedFile[], destination: Destination): Map<PlannedFile, string> {
  const luts = [...new Map(files.map((f) => [f.planned.key, f])).values()];
  const longestEnding = Math.max(...files.map((f) => endingOf(f.format, destination).length));
  const names = shortNames(
    luts.map((f) => f.parts),
    Math.min(destination.nameLength - longestEnding, 8),
  );
  const byKey = new Map(luts.map((f, i) => [f.planned.key, names[i]]));
  return new Map(files.map((f) => [f, byKey.get(f.planned.key)!]));
}

/** Plans a pack: its files, in the order of the matrix, with their names. Nothing is refused aloud that can be told beside it. */
export function planPack(pack: Pack, sources: PackSources): Plan {
  const { files, refused } = collect(pack, sources);
  const stems = new Map<PlannedFile, string>();
  for (const destination of pack.destinations) {
    const its = files.filter((f) => f.destination === destination);
    if (its.length > 0 && destination.naming === 'short')
      for (const [file, stem] of shortStems(its, destination)) stems.set(file, stem);
  }
  return {
    refused,
    files: files.map((file) => {
      const { destination, format } = file;
      const built = `${stems.get(file) ?? writeName(file.parts, pack.names)}${endingOf(format, destination)}`;
      const name = pack.renamed[file.id] ?? built;
      return { ...file, name, path: [...folderOf(file, destination), name].join('/') };
    }),
  };
}

/** The items of a plan that a file comes from, as the matrix knows them. */
export const isOfCell = (file: PlannedFile, lookId: string, profileId: string): boolean =>
  file.items.some((i) => i.lookId === lookId && i.profileId === profileId);

export type { PackItem };
