import { makeCodec } from '@velvet-dusk/core/camera/codec';
import { type BoxKind, boxOutline } from '@velvet-dusk/core/plate/marks';
import { type AreaReading, measureArea } from '@velvet-dusk/core/plate/measure';
import { pickArea, refusedAs, suggestPicks } from '@velvet-dusk/core/plate/pick';
import type { Area } from '@velvet-dusk/core/recording/areas';
import type { PlateOrder } from './develop.ts';
import type { FrameCache } from './frameCache.ts';

export interface PickOrder {
  plate: PlateOrder;
  kind: BoxKind;
  /** The frame's own ceiling where it is a pile. */
  ceiling: number;
}

/** A place that was picked, or why it cannot be. */
export type PickedPlace = { area: Area; reading: AreaReading } | { refused: string };

/** The box about a click, as what it is marked. */
export async function pickPlace(
  frames: FrameCache,
  { plate, kind, ceiling, x, y }: PickOrder & { x: number; y: number },
): Promise<PickedPlace> {
  const frame = await frames.frame(plate.url);
  const codec = makeCodec(plate.profile);
  const area = pickArea(frame, x, y, codec);
  const reading = measureArea(frame, boxOutline(area), codec, ceiling);
  const refused = refusedAs(kind, reading);
  return refused === undefined ? { area, reading } : { refused };
}

/** Width of the picture that suggestions are looked for on. */
const suggestedOn = 320;

/** Places that look like a kind of mark. */
export async function suggestPlaces(
  frames: FrameCache,
  { plate, kind }: Pick<PickOrder, 'plate' | 'kind'>,
): Promise<Area[]> {
  const frame = await frames.frame(plate.url);
  const width = Math.min(suggestedOn, frame.width);
  const height = Math.max(1, Math.round((width * frame.height) / frame.width));
  const small = { width, height, rgb: await frames.at(plate.url, width, height) };
  return suggestPicks(small, kind, makeCodec(plate.profile), plate.shot);
}
