import { outputs } from '../render/outputs/index.ts';
import type { Destination } from './destination.ts';
import type { Pack, PackItem } from './document.ts';
import type { Plan, PlannedFile } from './plannedFile.ts';

/** A change of a pack that mends what was found, in one step. */
export interface Fix {
  label: string;
  apply(pack: Pack): Pack;
}

const withDestination = (pack: Pack, id: string, change: Partial<Destination>): Pack => ({
  ...pack,
  destinations: pack.destinations.map((d) => (d.id === id ? { ...d, ...change } : d)),
});

/** Changes the items a file comes from, for its own destination only: where they go elsewhere too, they are parted. */
function withFileItems(pack: Pack, file: PlannedFile, change: (item: PackItem) => PackItem | null): Pack {
  const here = file.destination.id;
  const parted = (item: PackItem): PackItem[] => {
    const elsewhere = item.destinations.filter((d) => d !== here);
    const changed = change({ ...item, destinations: [here] });
    return [
      ...(elsewhere.length > 0 ? [{ ...item, destinations: elsewhere }] : []),
      ...(changed ? [changed] : []),
    ];
  };
  const isOf = (cell: Pack['cells'][number], item: PackItem) =>
    file.items.some((i) => i.lookId === cell.lookId && i.profileId === cell.profileId && i.item === item);
  return {
    ...pack,
    cells: pack.cells
      .map((cell) => ({
        ...cell,
        items: cell.items.flatMap((item) => (isOf(cell, item) ? parted(item) : [item])),
      }))
      .filter((cell) => cell.items.length > 0),
  };
}

/** Takes out what cannot be planned: items of looks and cameras that are gone, for instance. */
export const takeOut = (refused: Plan['refused']): Fix => ({
  label: 'Take out of the pack',
  apply: (pack) => ({
    ...pack,
    cells: pack.cells
      .map((cell) => ({
        ...cell,
        items: cell.items.filter(
          (item) =>
            !refused.some(
              (r) =>
                r.item.item === item && r.item.lookId === cell.lookId && r.item.profileId === cell.profileId,
            ),
        ),
      }))
      .filter((cell) => cell.items.length > 0),
  }),
});

/** The grid of some that is nearest to one, and not above it where that can be had. */
export function nearestGrid(grids: readonly number[], grid: number): number {
  const below = grids.filter((g) => g <= grid);
  return below.length > 0 ? Math.max(...below) : Math.min(...grids);
}

export const fixes = {
  grid: (file: PlannedFile, grid: number): Fix => ({
    label: `Use ${grid} points`,
    apply: (pack) => withFileItems(pack, file, (item) => ({ ...item, grid })),
  }),
  drop: (file: PlannedFile): Fix => ({
    label: 'Leave it out here',
    apply: (pack) => withFileItems(pack, file, () => null),
  }),
  shortNames: ({ destination }: PlannedFile, example: string): Fix => ({
    label: `Use ${example}`,
    apply: (pack) => withDestination(pack, destination.id, { naming: 'short' }),
  }),
  builtName: ({ id }: PlannedFile): Fix => ({
    label: 'Use the built name',
    apply(pack) {
      const { [id]: _own, ...renamed } = pack.renamed;
      return { ...pack, renamed };
    },
  }),
  noCameraFolders: ({ destination }: PlannedFile): Fix => ({
    label: 'No folders by camera',
    apply: (pack) => withDestination(pack, destination.id, { byCamera: false }),
  }),
  /** Adds the part that tells files apart to the names of the pack. */
  tellApart: (part: Pack['names']['tokens'][number]): Fix => ({
    label: `Add ${part} to the names`,
    apply: (pack) => ({ ...pack, names: { ...pack.names, tokens: [...pack.names.tokens, part] } }),
  }),
  /** The same display in another range, as an output of its own. */
  range: (file: PlannedFile, range: 'full' | 'narrow'): Fix => ({
    label: `Use ${range} range`,
    apply(pack) {
      const display = { ...file.planned.display, range };
      const same = pack.outputs.find((o) => JSON.stringify(o.display) === JSON.stringify(display));
      const id = same?.id ?? freeOutputId(pack, `${outputs[display.output].id}-${range}`);
      const added = same ? pack : { ...pack, outputs: [...pack.outputs, { id, display }] };
      return withFileItems(added, file, (item) => ({ ...item, output: id }));
    },
  }),
} as const;

function freeOutputId({ outputs: taken }: Pack, base: string): string {
  for (let n = 1; ; n++) {
    const id = n === 1 ? base : `${base}-${n}`;
    if (!taken.some((o) => o.id === id)) return id;
  }
}
