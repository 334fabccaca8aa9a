import { freeId, slug } from '../slug.ts';
import { midGrey } from '../colour/exposure.ts';
import type { Mat3 } from '../colour/matrix.ts';
import { luminanceWeights } from '../colour/rgbSpace.ts';
import { bt709 } from '../colour/spaces/index.ts';
import type { CurveParams } from './curves/index.ts';
import { primariesFrom } from './import/imported.ts';
import { type Profile, profileSchema, profileSchemaVersion } from './profile.ts';

/** Footage of no known profile, stretched by eye: codes 0–1 of what should be black, mid-grey and a white card. */
export interface Stretch {
  black: number;
  grey: number;
  white: number;
  /** 1 takes the channels for those of BT.709. */
  saturation: number;
}

/** Light of a white card (common practice). */
const whiteCard = 0.9;
/**
 * Where grey may stand between black and white: at the low end the curve is a straight line (0.2 is 18 of 90 %), at the high
 * one black would be without end.
 */
const greyShare = { low: midGrey / whiteCard + 0.01, high: 0.92 };
export const saturationSpan = { min: 0.4, max: 2 };
/** Codes that must lie between black and white. */
const closest = 0.02;

/** Codes at which grey may stand. */
export const greySpan = ({ black, white }: Pick<Stretch, 'black' | 'white'>) => ({
  min: black + greyShare.low * (white - black),
  max: black + greyShare.high * (white - black),
});

/** Numbers that make a curve: black under white, and grey between them. */
export function heldStretch(s: Stretch): Stretch {
  const black = Math.min(Math.max(s.black, 0), 1 - closest);
  const white = Math.min(Math.max(s.white, black + closest), 1);
  const { min, max } = greySpan({ black, white });
  const saturation = Math.min(Math.max(s.saturation, saturationSpan.min), saturationSpan.max);
  return { black, white, grey: Math.min(Math.max(s.grey, min), max), saturation };
}

/**
 * The logarithm with one offset that goes through black, mid-grey and a white card: code = black + a·log₂(1 + light/x). Of its
 * two unknowns x follows from where grey stands between the others.
 */
export function handCurve(stretch: Stretch): CurveParams {
  const { black, grey, white } = heldStretch(stretch);
  const share = (grey - black) / (white - black);
  const shareAt = (x: number) => Math.log2(1 + midGrey / x) / Math.log2(1 + whiteCard / x);
  let [low, high] = [-60, 60];
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2;
    // The larger x is, the straighter the curve and the lower grey.
    if (shareAt(2 ** middle) > share) low = middle;
    else high = middle;
  }
  const x = 2 ** ((low + high) / 2);
  return {
    family: 'pureLog',
    base: 2,
    logSideSlope: (white - black) / Math.log2(1 + whiteCard / x),
    logSideOffset: black,
    linSideSlope: 1 / x,
    linSideOffset: 1,
  };
}

/** Channels that are spread about their luminance, as light of BT.709. */
function spread(by: number): Mat3 {
  const [r, g, b] = luminanceWeights(bt709).map((w) => w * (1 - by));
  return [r + by, g, b, r, g + by, b, r, g, b + by];
}

/** Shares of a frame's values that are taken for its black and its white at first, and where grey is put between them. */
const first = { black: 0.002, white: 0.985, grey: 0.55, saturation: 1.4 };

/** Numbers to begin with, from the codes a frame holds. @param histogram shares of its values, from code 0 to the top. */
export function firstStretch(histogram: readonly number[]): Stretch {
  const at = (share: number) => {
    let sum = 0;
    const bin = histogram.findIndex((v) => (sum += v) >= share);
    return (bin < 0 ? histogram.length - 1 : bin) / (histogram.length - 1);
  };
  const [black, white] = [at(first.black), at(first.white)];
  return heldStretch({
    black,
    white,
    grey: black + first.grey * (white - black),
    saturation: first.saturation,
  });
}

/** The stretch as a profile that says that it is a guess. @param plate the footage it was made on. @param taken IDs that are taken. */
export function handProfile(stretch: Stretch, plate: string, taken: readonly string[] = []): Profile {
  const { saturation } = heldStretch(stretch);
  const name = `${plate}, by eye`;
  return profileSchema.parse({
    kind: 'velvet-dusk/profile',
    schemaVersion: profileSchemaVersion,
    id: freeId(slug(name, { fallback: 'by-eye' }), taken),
    name,
    curve: handCurve(stretch),
    ...primariesFrom(spread(saturation), bt709),
    bitDepth: 10,
    range: 'full',
    sensor: { clipStops: 6, floorStops: -8 },
    guess: `stretched by eye on ${plate}`,
    citation: 'No document: the curve goes through codes that were taken for black, mid-grey and white.',
  });
}
