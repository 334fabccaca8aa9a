import { type Codec, makeCodec } from '../camera/codec.ts';
import { linearToStops } from '../colour/exposure.ts';
import type { Profile } from '../camera/profile.ts';
import type { FrameFacts } from './facts.ts';

/** How well a frame's codes suit a profile. */
export interface RankedProfile {
  profileId: string;
  name: string;
  /** 0–1; 1 where nothing speaks against it. */
  likelihood: number;
  /** What speaks against it, or for it, in plain words. */
  reason: string;
}

const code10 = (code: number) => Math.round(code * 1023);

interface Evidence {
  /** Multiplies the likelihood. */
  weight: number;
  says: string;
}

/** Deviations of noise that may lie under a profile's black. */
const noiseReach = 4;

function floorEvidence({ blackCode }: Codec, facts: FrameFacts): Evidence {
  const under = blackCode - facts.floor - (noiseReach * facts.noise10) / 1023;
  if (under > 2 / 1023)
    return {
      weight: Math.exp(-under * 60),
      says: `codes go down to ${code10(facts.floor)}, but this profile's black is ${code10(blackCode)}`,
    };
  // Few shots hold deep black; a floor far above it says little by itself.
  const over = Math.max(facts.floor - blackCode - 0.02, 0);
  return {
    weight: Math.exp(-over * 2.5),
    says: `its black, ${code10(blackCode)}, lies just under the floor ${code10(facts.floor)}`,
  };
}

function ceilingEvidence(codec: Codec, facts: FrameFacts): Evidence {
  const { clipCode } = codec;
  const over = facts.high - clipCode;
  const ceiling = code10(facts.high);
  if (over > 4 / 1023)
    // A push lets a camera clip a little later; far above its clip there is nothing it could have recorded.
    return {
      weight: Math.exp(-over * 25),
      says: `codes go up to ${ceiling}, above this profile's clip at ${code10(clipCode)}`,
    };
  if (facts.clipped > 0) {
    const apart = Math.abs(over);
    const says =
      apart < 3 / 1023
        ? `the pile at ${ceiling} is where it clips`
        : `a pile at ${ceiling}, but this profile clips at ${code10(clipCode)}`;
    return { weight: Math.max(Math.exp(-apart * 40), 0.08), says };
  }
  return { weight: 0.9, says: `the ceiling ${ceiling} is under its clip at ${code10(clipCode)}` };
}

/** The middle of a picture lies within a few stops of mid-grey (common practice). */
function middleEvidence(codec: Codec, facts: FrameFacts): Evidence {
  let seen = 0;
  const bin = facts.histogram.findIndex((share) => (seen += share) > 0.5);
  const stops = linearToStops(Math.max(codec.decode((bin + 0.5) / facts.histogram.length), 1e-6));
  const away = Math.max(Math.abs(stops + 1.5) - 3, 0);
  return { weight: Math.exp(-away * 0.5), says: `half the picture would lie at ${stops.toFixed(1)} stops` };
}

function depthEvidence({ profile }: Codec, facts: FrameFacts): Evidence {
  const more = facts.usedDepth > profile.bitDepth && facts.usedDepth <= 12;
  const less = facts.usedDepth < profile.bitDepth;
  const says = `the values use ${facts.usedDepth} bits, this profile writes ${profile.bitDepth}`;
  return { weight: more ? 0.3 : less ? 0.75 : 1, says };
}

function rangeEvidence({ profile }: Codec, facts: FrameFacts): Evidence {
  if (profile.range === 'narrow' && facts.range === 'full')
    return { weight: 0.4, says: 'codes leave 64–940, this profile is narrow range' };
  return { weight: profile.range === facts.range ? 1 : 0.9, says: `${facts.range} range` };
}

/** A frame comes from a camera more often than from a transport encoding. */
const camerasFirst = ({ profile }: Codec): Evidence => ({
  weight: profile.camera ? 1 : 0.7,
  says: 'an encoding of a standard, not of a camera',
});

const sources = [floorEvidence, ceilingEvidence, middleEvidence, depthEvidence, rangeEvidence, camerasFirst];

/** Profiles by how well a frame's floor, ceiling, middle, depth and range suit them, the likeliest first. */
export function rankProfiles(facts: FrameFacts, profiles: readonly Profile[]): RankedProfile[] {
  return profiles
    .map((profile) => {
      const codec = makeCodec(profile);
      const evidence = sources.map((source) => source(codec, facts));
      const likelihood = evidence.reduce((product, e) => product * e.weight, 1);
      // What speaks against it most is the reason; where nothing does, its ceiling is.
      const worst = evidence.reduce((a, b) => (b.weight < a.weight ? b : a));
      const reason = worst.weight < 0.65 ? worst.says : evidence[1].says;
      return { profileId: profile.id, name: profile.name, likelihood, reason };
    })
    .sort((a, b) => b.likelihood - a.likelihood);
}

/** A profile is doubted when another is this many times as likely. */
const likelierFrom = 3;

/** The likelier profile where the one given is doubted. */
export function betterProfile(given: string, ranked: readonly RankedProfile[]): RankedProfile | undefined {
  const own = ranked.find((s) => s.profileId === given);
  const [best] = ranked;
  if (!own || !best || best === own) return undefined;
  return best.likelihood > likelierFrom * own.likelihood ? best : undefined;
}
