import type { Codec } from '../camera/codec.ts';
import { readOklab } from '../colour/oklabPixels.ts';
import type { Shot } from '../look/shot.ts';
import { saturationOf } from '../look/steps/seenColour.ts';
import { looksLikeSkin } from '../readings/skin.ts';
import type { Area } from '../recording/areas.ts';
import { boxOutline, type BoxKind, isNeutralKind } from './marks.ts';
import { type AreaReading, measureArea } from './measure.ts';
import { trimmedLight, unfit } from './trim.ts';

/** Marks that are picked on a picture: a box about a click, and places that are likely to be meant. */

interface Frame {
  rgb: Float32Array;
  width: number;
  height: number;
}

/** Half the width of a box about a click at first and at most, in shares of the picture's width, and how it grows. */
const half = { first: 0.008, most: 0.05, growth: 1.35 };
/** A box grows as long as its light stays as even as this, or nearly as even as at the click. */
const even = { enough: 0.08, more: 1.4 };

function boxAbout({ width, height }: Frame, x: number, y: number, halfWidth: number): Area {
  const halfHeight = (halfWidth * width) / height;
  const hold = (v: number) => Math.min(Math.max(v, 0), 1);
  return {
    x0: hold(x - halfWidth),
    y0: hold(y - halfHeight),
    x1: hold(x + halfWidth),
    y1: hold(y + halfHeight),
  };
}

/** The box about a place over which its light is even. @param x, y shares of the picture. */
export function pickArea(frame: Frame, x: number, y: number, codec: Codec): Area {
  let area = boxAbout(frame, x, y, half.first);
  const read = (a: Area) => measureArea(frame, boxOutline(a), codec).unevenness;
  const limit = Math.max(even.enough, even.more * read(area));
  for (let h = half.first * half.growth; h <= half.most; h *= half.growth) {
    const larger = boxAbout(frame, x, y, h);
    if (read(larger) > limit) break;
    area = larger;
  }
  return area;
}

/** Why a place cannot be marked as what it is said to be; undefined where it can. */
export const refusedAs = (kind: BoxKind, reading: AreaReading): string | undefined =>
  isNeutralKind(kind) || kind === 'skin' ? unfit(reading) : undefined;

/** Blocks across a picture that are looked at for what may be meant. */
const blocksAcross = 24;
const mostSuggested = 3;
/** Limits for what is suggested (from memory): unevenness, Oklab saturation of a neutral, stops from mid-grey. */
const limits = { uneven: 0.15, skinUneven: 0.35, neutral: 0.035, low: -4, high: 3 };

interface Block extends AreaReading {
  area: Area;
  /** Of its light after the shot lane. */
  saturation: number;
  isSkin: boolean;
}

/** How unlikely a block is to be of a kind, the less the likelier; null where it is not. */
const unlikely: Partial<Record<BoxKind, (block: Block) => number | null>> = {
  neutral: (b) => (isNeutral(b) ? b.saturation + 0.1 * b.unevenness : null),
  greyCard: (b) => (isNeutral(b) ? b.saturation + 0.1 * b.unevenness + 0.05 * Math.abs(b.stops) : null),
  whiteCard: (b) => (isNeutral(b) ? -b.stops : null),
  blackCard: (b) => (b.unevenness < 1 ? b.stops : null),
  skin: (b) => (b.isSkin && b.clipped === 0 && b.unevenness < limits.skinUneven ? b.unevenness : null),
};

/** Kinds that are suggested; others only a person knows. */
export const suggestedKinds = Object.keys(unlikely) as BoxKind[];

function isNeutral({ saturation, unevenness, clipped, stops }: Block): boolean {
  const isEven = clipped === 0 && unevenness < limits.uneven;
  return isEven && saturation < limits.neutral && stops > limits.low && stops < limits.high;
}

const overlaps = (a: Area, b: Area) => a.x0 < b.x1 && b.x0 < a.x1 && a.y0 < b.y1 && b.y0 < a.y1;

function blocksOf(frame: Frame, codec: Codec, shot: Shot): Block[] {
  const down = Math.max(1, Math.round((blocksAcross * frame.height) / frame.width));
  const lab = new Float64Array(4);
  return Array.from({ length: blocksAcross * down }, (_, i): Block => {
    const [column, row] = [i % blocksAcross, Math.floor(i / blocksAcross)];
    const area = {
      x0: column / blocksAcross,
      y0: row / down,
      x1: (column + 1) / blocksAcross,
      y1: (row + 1) / down,
    };
    const reading = measureArea(frame, boxOutline(area), codec);
    const light = Float32Array.from(trimmedLight(reading, shot));
    readOklab(light, 0, lab);
    return { ...reading, area, saturation: saturationOf(lab), isSkin: looksLikeSkin(light, 0) };
  });
}

/**
 * Places that look like a kind of mark under the balance there is, the likeliest first; none of kinds that only a person knows.
 * @param frame small: a block of it has to hold some tens of pixels.
 */
export function suggestPicks(frame: Frame, kind: BoxKind, codec: Codec, shot: Shot): Area[] {
  const score = unlikely[kind];
  if (!score) return [];
  const found = blocksOf(frame, codec, shot)
    .flatMap((block) => {
      const by = score(block);
      return by === null ? [] : [{ by, area: block.area }];
    })
    .toSorted((a, b) => a.by - b.by);
  const chosen: Area[] = [];
  for (const { area } of found) {
    const wide = { x0: area.x0 - 0.02, y0: area.y0 - 0.02, x1: area.x1 + 0.02, y1: area.y1 + 0.02 };
    if (chosen.length < mostSuggested && !chosen.some((other) => overlaps(wide, other))) chosen.push(area);
  }
  return chosen;
}
