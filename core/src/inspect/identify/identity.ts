import { plural } from '../../numeric/plural.ts';
import { percent } from '../../numeric/percent.ts';
import type { Profile } from '../../camera/profile.ts';
import { signed } from '../../numeric/signed.ts';
import { applyLut } from '../../lut/apply.ts';
import { inputDomainOf, isPerChannel, type Lut } from '../../lut/lut.ts';
import { recognisedBy, type RoleId, roles } from '../../order/roles/index.ts';
import { outputs } from '../../render/outputs/index.ts';
import { latticeInputs } from '../lattice.ts';
import { type CandidateEnd, displayCandidates } from './ends.ts';
import { hypotheses, type Hypothesis, readings } from './identify.ts';
import { type Claim, claimsOf, claimWords, type Surroundings, supportOf } from './claims.ts';
import type { KnownLook } from './knownLooks.ts';
import { remainingWords } from './remaining.ts';
import type { ToneFree } from './toneFree.ts';

/** A role, and what goes in and comes out, as one reading of a LUT has it. */
export interface NamedReading {
  role: RoleId;
  roleLabel: string;
  /** ID of the profile; null for display code. */
  inputProfile: string | null;
  input: string;
  output: string;
  /** Share of all likelihood, 0–1. */
  share: number;
}

/** What a LUT probably is. */
export interface Identity {
  /** The likeliest first; the first is taken. Empty where nothing can be told. */
  readings: NamedReading[];
  /** Place of the one that is taken. */
  chosen: number;
  isNothing: boolean;
  /** The look that is known and in it, and how strongly. */
  look: { id: string; name: string; strength: number } | null;
  /** Stops by which it shows the picture lighter. */
  exposure: number;
  reasons: string[];
  /** Where it cannot be told: which two or three remain, and what would tell them apart; empty where it can. */
  remaining: string;
  /** In the chain, in one sentence. */
  where: string;
}

/** Nothing is changed by more than this. */
const nothing = 5e-4;
/** Codes that come out within this of each other are one colour. */
const oneColour = 0.02;

export function changesNothing(lut: Lut): boolean {
  const { domainMin, domainMax } = inputDomainOf(lut);
  if (domainMin.some((v) => v > nothing) || domainMax.some((v) => v < 1 - nothing)) return false;
  const inputs = latticeInputs(lut, 17);
  const values = Float32Array.from(inputs);
  applyLut(lut, values, 'tetrahedral');
  return values.every((v, i) => Math.abs(v - inputs[i]) < nothing);
}

/** Does every code come out as the same colour, or nearly? */
function givesOneColour(lut: Lut): boolean {
  const values = latticeInputs(lut, 5);
  applyLut(lut, values, 'tetrahedral');
  return [0, 1, 2].every((c) => {
    const channel = values.filter((_, i) => i % 3 === c);
    return Math.max(...channel) - Math.min(...channel) < oneColour;
  });
}

export const endWords = ({ end }: CandidateEnd): string =>
  end.kind === 'scene'
    ? end.profile.name
    : `${outputs[end.display.output].label}${end.display.range === 'narrow' ? ', narrow range' : ''}`;

const code = (v: number) => `${Math.round(v * 1023)} of 1023`;

/** Why a LUT was read so whatever its tone scale is. */
function shownReasons(f: ToneFree, over: number, input: CandidateEnd): string[] {
  const at = over === 0 ? '' : ` exposed ${plural(Math.abs(over), 'stop')} ${over > 0 ? 'over' : 'under'}`;
  const out = [
    `Taken as ${endWords(input)}${at}, an 18 % grey is shown at ${percent(f.signalAt(over))} and a white of 90 % at ${percent(f.signalAt(over + Math.log2(5)))}, whatever the tone scale is.`,
  ];
  if (f.wiggle < 0.05 && f.toeCorner < 0.3) out.push('Its greys then run smoothly, with a single shoulder.');
  if (f.turn < 0.03) out.push('Colours near greys keep their order: the primaries fit.');
  if (f.held < 0.5 && f.stirred < 0.5)
    out.push(`Greys leave their black where ${endWords(input)} has none left.`);
  return out;
}

function reasonsOf({ role, input, output, residual: r, look, shown }: Hypothesis): string[] {
  if (shown) return shownReasons(shown.figures, shown.over, input);
  const out: string[] = [];
  const ends = `${endWords(input)} in and ${endWords(output)} out`;
  if (r.worst < 0.02 && Math.abs(r.exposure) < 0.02)
    out.push(`Taken as ${ends}, light comes out as it went in, to ${(r.worst * 100).toFixed(1)} %.`);
  else if (r.worst < 0.02)
    out.push(`Taken as ${ends}, nothing is left but ${signed(r.exposure, 2)} stops of light.`);
  else if (look)
    out.push(
      `Taken as ${ends}, what is left is ${look.look.name} at ${Math.round(look.strength * 100)} %, within ${(look.left * 100).toFixed(1)} % of what that look does.`,
    );
  else
    out.push(
      `Taken as ${ends}, the look that is left is a usual one: ${signed(r.exposure, 2)} stops, contrast ${r.contrast.toFixed(2)}, saturation ${r.saturation.toFixed(2)}.`,
    );
  if (input.end.kind === 'scene' && input.compiled.codec) {
    const { blackCode } = input.compiled.codec;
    if (r.held < 0.5 && r.stirred < 0.5 && recognisedBy(role)?.between !== 'scene')
      out.push(
        `Greys leave their black where ${endWords(input)} has none left, at ${code(Math.max(blackCode, 0))}.`,
      );
    if (r.toeCorner < 0.1) out.push(`The toe of ${endWords(input)} comes off it without a corner.`);
  }
  if (recognisedBy(role)?.between === 'display' && !look)
    out.push(
      'A look for camera code made of curves and saturation reads the same. Ask its maker which input it expects.',
    );
  if (r.turn < 0.02) out.push('Colours near greys keep their order: the primaries fit.');
  return out;
}

/** Stops by which it shows the picture lighter. */
const stopsOf = ({ look, residual, shown }: Pick<Hypothesis, 'look' | 'residual' | 'shown'>): number =>
  shown ? 0 - shown.over : look?.offset || residual.exposure;

function whereOf({ role, input, output, residual, look, shown }: Hypothesis, isColourOnly: boolean): string {
  const from = endWords(input);
  const stops = stopsOf({ look, residual, shown });
  const amount =
    look && look.strength < 0.9 ? 'as it is: it has been toned down already' : 'at 30–60 %, by eye';
  return roles[role].advice({ from, to: endWords(output), stops, amount, isColourOnly });
}

const named = ({ role, input, output }: Hypothesis, share: number): NamedReading => ({
  role,
  roleLabel: roles[role].label,
  inputProfile: input.end.kind === 'scene' ? input.end.profile.id : null,
  input: endWords(input),
  output: endWords(output),
  share,
});

/** Hypotheses with what is written of the LUT counted in, the likeliest first. */
const supported = (found: Hypothesis[], claims: readonly Claim[]): Hypothesis[] =>
  claims.length === 0
    ? found
    : found.map((h) => ({ ...h, score: h.score + supportOf(h, claims) })).sort((a, b) => b.score - a.score);

/** How a LUT is to be read. */
export interface Asked extends Surroundings {
  /** The reading that is taken where somebody knows better: its place among the likeliest. */
  chosen?: number;
}

/** Readings told, at most. */
const told = 5;

/**
 * What a LUT probably is, with the likeliest pair of ends to look at it through.
 */
export function identify(
  lut: Lut,
  profiles: readonly Profile[],
  looks: readonly KnownLook[] = [],
  { chosen = 0, ...surroundings }: Asked = {},
): { identity: Identity; best: Hypothesis | null; ends: [CandidateEnd, CandidateEnd] } {
  const [standard] = displayCandidates();
  const none = { chosen: 0, isNothing: false, look: null, exposure: 0, remaining: '', readings: [] };
  if (changesNothing(lut))
    return {
      best: null,
      ends: [standard, standard],
      identity: {
        ...none,
        isNothing: true,
        reasons: ['Every code comes out as it went in.'],
        where: 'Nowhere: it does nothing.',
      },
    };
  const claims = claimsOf(lut, surroundings, { profiles, looks });
  const found = givesOneColour(lut) ? [] : readings(supported(hypotheses(lut, profiles, looks), claims));
  const top = found[chosen] ?? found[0];
  if (!top)
    return {
      best: null,
      ends: [standard, standard],
      identity: {
        ...none,
        reasons: ['Too few greys come out within the signal to tell anything by.'],
        where: 'Not known.',
      },
    };
  const { best } = top;
  const { residual, look } = best;
  return {
    best,
    ends: [best.input, best.output],
    identity: {
      readings: found.slice(0, told).map((f) => named(f.best, f.share)),
      chosen: found.indexOf(top),
      isNothing: false,
      look: look && { id: look.look.id, name: look.look.name, strength: look.strength },
      exposure: stopsOf(best),
      remaining: remainingWords(found),
      reasons: [
        ...reasonsOf(best),
        ...claims.map(claimWords),
        ...(isPerChannel(lut) ? ['Channels stay apart: curves alone, no matrix.'] : []),
      ],
      where: whereOf(best, Math.abs(residual.exposure) < 0.05 && Math.abs(residual.contrast - 1) < 0.03),
    },
  };
}
