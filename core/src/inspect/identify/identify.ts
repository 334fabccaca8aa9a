import { isSameEncoding } from './ends.ts';
import type { Profile } from '../../camera/profile.ts';
import type { Lut } from '../../lut/lut.ts';
import { recognisedBy, type RoleId, roleIds } from '../../order/roles/index.ts';
import type { Between, Measured } from '../../order/roles/role.ts';
import { type CandidateEnd, displayCandidates, sceneCandidate } from './ends.ts';
import { findLook, type FoundLook, type KnownLook, nearLook } from './knownLooks.ts';
import {
  farApart,
  isPlain,
  seenTint,
  told,
  type LightSample,
  type Residual,
  residualOf,
} from './residual.ts';
import { type NeutralSample, sampleNeutral, triplesPerGrey } from './sample.ts';
import { howLikely, shownAs } from './shown.ts';
import { type ToneFree, toneFree } from './toneFree.ts';
import { howUsual } from './usual.ts';

/** One way to read a LUT: from what, to what, and the look that would then be in it. */
export interface Hypothesis {
  role: RoleId;
  input: CandidateEnd;
  output: CandidateEnd;
  residual: Residual;
  /** A look that is known, where it is what remains. */
  look: FoundLook | null;
  /** Natural logarithm of how well it explains the LUT, up to a constant. */
  score: number;
  /** What it was read by whatever its tone scale is; null where both ends were taken off. */
  shown: { figures: ToneFree; over: number } | null;
}

/** Codes this near to an end of a display's range may be cut off. */
const cut = { display: 0.003, scene: 0.0005 };

/** Light of codes under an end. */
function lightOf(codes: Float32Array, greys: number, { end, compiled }: CandidateEnd): LightSample {
  const light = Float32Array.from(codes);
  compiled.toLight(light);
  const valid = new Uint8Array(greys);
  const [low, high] = end.kind === 'display' ? compiled.codes : [0, 1];
  const margin = cut[end.kind];
  for (let i = 0; i < greys; i++) {
    const p = i * triplesPerGrey * 3;
    const isInside = (k: number) => codes[p + k] > low + margin && codes[p + k] < high - margin;
    let k = 0;
    while (k < triplesPerGrey * 3 && isInside(k)) k++;
    if (light[p] > 0 && light[p + 1] > 0 && light[p + 2] > 0 && k >= 3)
      valid[i] = k < triplesPerGrey * 3 ? told.grey : told.colours;
  }
  return { light, valid };
}

const inputs = new WeakMap<CandidateEnd, { codes: Float32Array; light: LightSample }>();

/** Light of what goes in: files of one grid have the same codes, so that it is kept from one to the next. */
function inputLight({ inputs: codes, greys }: NeutralSample, end: CandidateEnd): LightSample {
  const known = inputs.get(end);
  if (known?.codes.length === codes.length && known.codes.every((v, i) => v === codes[i])) return known.light;
  const light = lightOf(codes, greys, end);
  inputs.set(end, { codes, light });
  return light;
}

/** What is off nothing but an exposure by less than this, in stops and shares, is that exposure. */
const exact = 0.02;
/** Stops from which footage was exposed otherwise on purpose. */
const onPurpose = 0.6;

/** How common LUTs between such ends are; found with `usual.ts`. */
const common: Record<Between, number> = {
  toDisplay: -1.39,
  display: 0.32,
  scene: 3.71,
  cameras: -2.65,
  toScene: -3.31,
};
/** Scale of these likelihoods beside those of `shown.ts`; found together with them and with how common each role is. */
const beside = 0.706;
const usualDisplay = 3.75;
/** Few files are for a narrow range, and fewer say nothing of it. */
const narrowDisplay = 1.5;
/** A look in the code of a video curve is one for display code. */
const videoLook = -3.6;
/** A look that is known is no chance. */
const known = 14;

/** What stands between two ends; null for two displays: nothing is made for that. */
function betweenOf(input: CandidateEnd, output: CandidateEnd): Between | null {
  if (input.end.kind === 'scene')
    return output.end.kind === 'display' ? 'toDisplay' : input === output ? 'scene' : 'cameras';
  if (output.end.kind === 'scene') return 'toScene';
  return input === output ? 'display' : null;
}

const howCommon = ({ end }: CandidateEnd): number =>
  end.kind === 'scene'
    ? 0
    : end.display.range === 'narrow'
      ? narrowDisplay
      : end.display.output === 'bt1886'
        ? usualDisplay
        : 0;

const isVideo = ({ end }: CandidateEnd) => end.kind === 'scene' && end.profile.curve.family === 'videoGamma';

/** Roles that files are recognised as, with how. */
const recognised = roleIds.flatMap((id) => {
  const by = recognisedBy(id);
  return by ? [{ id, ...by }] : [];
});
const commonness = new Map(recognised.map(({ id, common: c }) => [id, c]));

/** The role of a file between two ends. @param offset of a look that is known; else what is measured counts. */
function roleFor(between: Between, residual: Residual, offset: number | null): RoleId {
  const file: Measured = {
    isOnPurpose: Math.abs(offset ?? residual.exposure) > onPurpose,
    isExposure: residual.worst < exact,
    isPlain: isPlain(residual) && residual.tint < seenTint,
  };
  return recognised.find((role) => role.between === between && role.is(file))!.id;
}

/** A hypothesis with the light it was found by. */
interface Found extends Hypothesis {
  between: Between;
  from: LightSample;
  to: LightSample;
}

/** What is nothing but an exposure to the last digits is no chance. */
const toTheDigit = 0.004;
const exactly = 4.7;

/** Readings that a known look is looked for in: the likeliest. */
const looked = 48;

/**
 * Every way to read a LUT, the likeliest first. From a camera to a display it is read by what no tone scale changes; else each
 * pair of ends is taken off, and what is left is the look that would be in it: the more usual that look, the likelier the
 * pair. A look that is known settles it.
 */
export function hypotheses(
  lut: Lut,
  profiles: readonly Profile[],
  looks: readonly KnownLook[] = [],
): Hypothesis[] {
  const sample = sampleNeutral(lut);
  const ends = [...profiles.map(sceneCandidate), ...displayCandidates()];
  const ins = ends.map((e) => inputLight(sample, e));
  const outs = ends.map((e) => lightOf(sample.outputs, sample.greys, e));
  const found: Found[] = [];
  ends.forEach((input, i) =>
    ends.forEach((output, o) => {
      const between = betweenOf(input, output);
      if (!between) return;
      // These hold no look: whatever is far from none is not worth measuring.
      if ((between === 'cameras' || between === 'toScene') && farApart(ins[i], outs[o])) return;
      const residual = residualOf(ins[i], outs[o], sample.outputs);
      if (!residual) return;
      const { end } = output;
      const score =
        howUsual(residual, end.kind === 'display') +
        common[between] +
        howCommon(output) +
        (between === 'scene' && isVideo(input) ? videoLook : 0);
      const role = roleFor(between, residual, null);
      found.push({
        role,
        input,
        output,
        residual,
        look: null,
        score,
        shown: null,
        between,
        from: ins[i],
        to: outs[o],
      });
    }),
  );
  found.sort((a, b) => b.score - a.score);
  const held = new Map<Found, FoundLook>();
  for (const h of found.slice(0, looked)) {
    const holdsLook = h.between === 'toDisplay' || h.between === 'display' || h.between === 'scene';
    if (!holdsLook || h.residual.worst < exact) continue;
    const look = findLook(h.from, h.to, h.residual.exposure, looks, h.between === 'toDisplay');
    if (look && look.left <= nearLook) held.set(h, look);
  }
  const inLight = found.map((h) => ({
    ...h,
    score: beside * h.score + (commonness.get(h.role) ?? 0) + (h.residual.worst < toTheDigit ? exactly : 0),
    known: held.get(h) ?? null,
  }));
  const whole = [...inLight, ...shownReadings(sample, found)].map(({ known: look, ...h }) =>
    look
      ? {
          ...h,
          look,
          role: roleFor(h.between, h.residual, look.offset),
          score: h.score + known * (1 - look.left / nearLook),
        }
      : h,
  );
  return whole.sort((a, b) => b.score - a.score);
}

/**
 * LUTs from a camera to a display, whatever tone scale they have. Our own renderings only carry them: they tell the look that
 * would be left, and settle it where that is known or none.
 */
function shownReadings(sample: NeutralSample, found: readonly Found[]) {
  const groups = new Map<string, Found[]>();
  for (const h of found) {
    if (h.between !== 'toDisplay' || h.input.end.kind !== 'scene' || h.output.end.kind !== 'display')
      continue;
    const key = `${h.input.end.profile.id} ${h.output.end.display.range}`;
    groups.set(key, [...(groups.get(key) ?? []), h]);
  }
  return [...groups.values()].flatMap((ways) => {
    const [carrier] = ways;
    const { end } = carrier.output;
    const range = end.kind === 'display' ? end.display.range : 'full';
    const figures = toneFree(sample, carrier.from, carrier.to, range);
    if (!figures) return [];
    return shownAs.map((as) => ({
      ...carrier,
      role: as.role as RoleId,
      shown: { figures, over: as.over },
      score: howLikely(figures, as, range === 'narrow'),
      known: null,
    }));
  });
}

/** A role and what goes in, whatever display comes out, with the share of all likelihood it has. */
export interface Reading {
  best: Hypothesis;
  share: number;
}

/** Readings by role and input, the likeliest first; ways out and encodings that come to the same are one. */
export function readings(found: readonly Hypothesis[]): Reading[] {
  const groups: { best: Hypothesis; sum: number }[] = [];
  const top = found[0]?.score ?? 0;
  for (const h of found) {
    const weight = Math.exp(h.score - top);
    const group = groups.find((g) => g.best.role === h.role && isSameEncoding(g.best.input, h.input));
    if (group) group.sum += weight;
    else groups.push({ best: h, sum: weight });
  }
  const whole = groups.reduce((sum, g) => sum + g.sum, 0);
  return groups.map(({ best, sum }) => ({ best, share: sum / whole })).sort((a, b) => b.share - a.share);
}
