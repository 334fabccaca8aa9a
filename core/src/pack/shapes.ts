import { roleIds, roles } from '../order/roles/index.ts';
import {
  type CellSurround,
  inRole,
  type Pack,
  type PackCell,
  type PackItem,
  packItemSchema,
} from './document.ts';

type ItemWish = Partial<PackItem> & Pick<PackItem, 'role' | 'destinations'>;
const item = (wish: ItemWish): PackItem => packItemSchema.parse(wish);

interface Shape {
  label: string;
  about: string;
  items: readonly PackItem[];
}

/** Whole packs to start from: what every look gets on every camera. To add one: an object here. */
export const packShapes = {
  everyday: {
    label: 'Everyday',
    about: 'Conversion, combined and creative at 33 points, for editors',
    items: [
      item({ role: 'conversion', destinations: ['editor'] }),
      item({ role: 'combined', destinations: ['editor'] }),
      item({ role: 'creative-display', destinations: ['editor'] }),
    ],
  },
  onSet: {
    label: 'On set',
    about: 'A monitor LUT for camera and monitor, darker by the project’s offset, with its partner for post',
    items: [
      item({ role: 'monitor', grid: 17, destinations: ['camera-slot', 'field-monitor'] }),
      item({ role: 'monitor-partner', destinations: ['editor'] }),
      item({ role: 'combined', destinations: ['editor'] }),
    ],
  },
  finishing: {
    label: 'Finishing',
    about: 'Combined, conversion and creative in log at 65 points',
    items: [
      item({ role: 'combined', grid: 65, destinations: ['finishing'] }),
      item({ role: 'conversion', grid: 65, destinations: ['finishing'] }),
      item({ role: 'creative-log', grid: 65, destinations: ['finishing'] }),
    ],
  },
  colourOnly: {
    label: 'Colour only',
    about: 'The colour of each look without its contrast, at full and at half strength',
    items: [
      item({ role: 'creative-display', colourOnly: true, destinations: ['editor'] }),
      item({ role: 'creative-display', colourOnly: true, strength: 0.5, destinations: ['editor'] }),
    ],
  },
  complete: {
    label: 'Every role',
    about: 'All that can be made of each look and camera, at 33 points, for editors',
    items: roleIds.map((role) => item({ role, destinations: ['editor'] })),
  },
} as const satisfies Record<string, Shape>;
export type PackShapeId = keyof typeof packShapes;

/** A pack in a shape, for some looks and cameras; everything else of it stays. */
export function inShape(
  pack: Pack,
  shape: PackShapeId,
  {
    looks,
    profiles,
    monitorOffsetStops,
  }: { looks: readonly string[]; profiles: readonly string[] } & Pick<CellSurround, 'monitorOffsetStops'>,
): Pack {
  const items = packShapes[shape].items.map((i) => ({ ...i, output: pack.outputs[0].id }));
  const itemsOn = (profileId: string) => {
    const others = profiles.filter((id) => id !== profileId);
    const inRoles = items.map((i) => inRole(i, i.role, { others, monitorOffsetStops }));
    return inRoles.filter((i) => !roles[i.role].uses.includes('to') || i.to !== null);
  };
  const cells: PackCell[] = looks.flatMap((lookId) =>
    profiles.map((profileId) => ({ lookId, profileId, items: itemsOn(profileId) })),
  );
  return { ...pack, cells };
}
