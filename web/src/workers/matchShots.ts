import { makeCodec } from '@velvet-dusk/core/camera/codec';
import type { Vec3 } from '@velvet-dusk/core/colour/matrix';
import { type Shot } from '@velvet-dusk/core/look/shot';
import type { MatchBasis } from '@velvet-dusk/core/match/shotBases';
import { matchShot, type ShotMatchAnswer, type ShotPlate } from '@velvet-dusk/core/match/shots';
import { sparse } from '@velvet-dusk/core/numeric/sparse';
import { codeToLight } from '@velvet-dusk/core/order/end';
import { boxOutline, type Point } from '@velvet-dusk/core/plate/marks';
import { measureArea } from '@velvet-dusk/core/plate/measure';
import { unfit } from '@velvet-dusk/core/plate/trim';
import { compileRendering, type CompiledRendering, type Rendering } from '@velvet-dusk/core/render/rendering';
import type { PlateOrder } from './develop.ts';
import type { FrameCache } from './frameCache.ts';
import { toImage } from './toImage.ts';

export interface MatchShotsOrder {
  hero: PlateOrder;
  plates: readonly PlateOrder[];
  basis: MatchBasis;
  rendering: Rendering;
}

/** What was found for a plate, with the picture of it: matched, or as it is. */
export interface MatchedShot {
  plateId: string;
  answer: ShotMatchAnswer;
  picture: ImageData;
}

const solvedPixels = 2000;
const pictureWidth = 240;

/** A picture of a plate under a shot, without a look. */
async function picture(frames: FrameCache, plate: PlateOrder, shot: Shot, rendering: CompiledRendering) {
  const frame = await frames.frame(plate.url);
  const width = Math.min(pictureWidth, frame.width);
  const height = Math.max(1, Math.round((width * frame.height) / frame.width));
  const rgb = Float32Array.from(await frames.at(plate.url, width, height));
  codeToLight(plate.profile, shot)(rgb);
  rendering.run(rgb);
  return toImage(rgb.map(rendering.toSignal), width, height);
}

/** The light of a plate and of what is marked on it, as recorded. */
async function shotPlate(frames: FrameCache, plate: PlateOrder): Promise<ShotPlate> {
  const { profile, neutral, marks, shot, url } = plate;
  const frame = await frames.frame(url);
  const light = sparse(frame.rgb, frame.width, frame.height, solvedPixels).rgb;
  codeToLight(profile)(light);
  const codec = makeCodec(profile);
  const read = (outlines: readonly Point[][]) => {
    const readings = outlines.map((outline) => measureArea(frame, outline, codec));
    const why = readings.map(unfit).find((reason) => reason !== undefined);
    if (why !== undefined) return { unfit: why };
    const mean = [0, 1, 2].map((c) => readings.reduce((sum, r) => sum + r.light[c], 0) / readings.length);
    return { light: mean as unknown as Vec3 };
  };
  const onSkin = marks.skin.map(boxOutline);
  const onNeutral = neutral && read([neutral.outline]);
  return {
    light,
    shot,
    marked: {
      ...(onSkin.length > 0 && { skin: read(onSkin) }),
      ...(onNeutral && { neutral: onNeutral }),
      ...(onNeutral && neutral.kind === 'greyCard' && { greyCard: onNeutral }),
    },
  };
}

/** Matches plates to a hero, one after the other. @param found is called with each. */
export async function matchShots(
  frames: FrameCache,
  { hero, plates, basis, rendering }: MatchShotsOrder,
  found: (matched: MatchedShot) => void,
): Promise<void> {
  const compiled = compileRendering(rendering);
  const heroPlate = await shotPlate(frames, hero);
  for (const plate of plates) {
    const answer = matchShot(heroPlate, await shotPlate(frames, plate), basis, compiled);
    const shot = 'refused' in answer ? plate.shot : answer.shot;
    found({ plateId: plate.id, answer, picture: await picture(frames, plate, shot, compiled) });
  }
}

/** How plates look as they are corrected now. */
export const shotPictures = (
  frames: FrameCache,
  plates: readonly PlateOrder[],
  rendering: Rendering,
): Promise<ImageData[]> => {
  const compiled = compileRendering(rendering);
  return Promise.all(plates.map((plate) => picture(frames, plate, plate.shot, compiled)));
};
