import { type BakeOrder, compileBake } from '../order/bake.ts';
import type { ProofFigures } from '../order/proof.ts';
import { onScreen } from '../render/encoding.ts';
import { type CardFile, loadCard } from './card.ts';
import type { DeviceDefinition } from './device.ts';
import { operatorPicture, pictureDifference } from './picture.ts';

/** The exact recipe on a screen in full range, whatever range its file is made for. @param code left as it is. */
export function recipePicture(code: Float32Array, order: BakeOrder): Float32Array {
  const picture = Float32Array.from(code);
  compileBake({ ...order, display: onScreen({ ...order.display, range: 'full' }) }).run(picture);
  return picture;
}

/** What a device made of one file. */
export interface DeviceResult {
  /** Of the device. */
  id: string;
  /** Why it does not list it. */
  refused: string | null;
  figures: ProofFigures | null;
}

/** Puts one file alone into a stand-in device and compares its picture with the recipe's. @param code of plates, interleaved. */
export function deviceResult(
  file: CardFile,
  order: BakeOrder,
  device: DeviceDefinition,
  code: Float32Array,
): DeviceResult {
  const { menu, refused } = loadCard([file], device);
  const [entry] = menu;
  if (!entry) return { id: device.id, refused: refused[0]?.why ?? 'it is not listed', figures: null };
  const figures = pictureDifference(operatorPicture(code, entry.grid, device), recipePicture(code, order));
  return { id: device.id, refused: null, figures };
}
