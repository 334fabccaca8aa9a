import { type LoadedCard, loadCard } from '@velvet-dusk/core/device/card';
import { devices, type DeviceId } from '@velvet-dusk/core/device/devices';
import { operatorPicture, pictureDifference } from '@velvet-dusk/core/device/picture';
import { writeCube } from '@velvet-dusk/core/formats/cubeWrite';
import { recipePicture } from '@velvet-dusk/core/device/operate';
import { bake, type BakeOrder } from '@velvet-dusk/core/order/bake';
import type { ProofFigures } from '@velvet-dusk/core/order/proof';
import type { FrameCache } from './frameCache.ts';
import { lutMapFor } from './lutMap.ts';
import { toImage } from './toImage.ts';
import type { PlateOrder } from './develop.ts';

/** A card as it is planned, and what is looked at with it. */
export interface DeviceOrder {
  device: DeviceId;
  files: readonly { path: string; order: BakeOrder }[];
  /** Path of the entry that is loaded. */
  chosen: string;
  plate: PlateOrder;
}

export interface DeviceAnswer {
  menu: { slot: number; shown: string; path: string }[];
  refused: LoadedCard['refused'];
  alike: string[];
  /** What the operator sees, and the exact recipe's picture; null where nothing is loaded. */
  pictures: {
    operator: ImageData;
    recipe: ImageData;
    difference: ProofFigures;
  } | null;
}

/** Bakes a card, puts it into a stand-in device, and looks at a plate with the entry that is chosen. */
export async function operate(
  frames: FrameCache,
  { device: id, files, chosen, plate }: DeviceOrder,
): Promise<DeviceAnswer> {
  const device = devices[id];
  const withLuts = await Promise.all(
    files.map(async ({ path, order }) => ({ path, order: { ...order, luts: await lutMapFor(order.look) } })),
  );
  const card = withLuts.map(({ path, order }) => ({
    path,
    bytes: new TextEncoder().encode(writeCube(bake(order))),
  }));
  const { menu, refused, alike } = loadCard(card, device);
  const entry = menu.find((m) => m.path === chosen) ?? menu[0];
  const listed = menu.map(({ slot, shown, path }) => ({ slot, shown, path }));
  const asked = entry && withLuts.find((f) => f.path === entry.path);
  if (!asked) return { menu: listed, refused, alike, pictures: null };
  const { rgb, width, height } = await frames.frame(plate.url);
  const operator = operatorPicture(rgb, entry.grid, device);
  const recipe = recipePicture(rgb, asked.order);
  return {
    menu: listed,
    refused,
    alike,
    pictures: {
      operator: toImage(operator, width, height),
      recipe: toImage(recipe, width, height),
      difference: pictureDifference(operator, recipe),
    },
  };
}
