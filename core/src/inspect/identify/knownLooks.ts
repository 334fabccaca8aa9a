import { acescct } from '../../colour/transfer/acescct.ts';
import { lookFrom, startingPoints } from '../../look/startingPoints.ts';
import { compileLook } from '../../look/compile.ts';
import type { Look } from '../../look/document.ts';
import { shownOn } from '../../look/shown.ts';
import type { LutMap } from '../../look/steps/step.ts';
import { standardDisplay } from '../../render/display.ts';
import { type LightSample, told } from './residual.ts';
import { triplesPerGrey } from './sample.ts';

/** A look a LUT may hold. */
export interface KnownLook {
  id: string;
  name: string;
  run(rgb: Float32Array): void;
}

/** A look made ready to be found again. Throws a MissingLutError where a placed LUT's file is not there. */
export const knownLook = (id: string, look: Look, luts?: LutMap): KnownLook => ({
  id,
  name: look.name,
  run: compileLook({ ...shownOn(look, standardDisplay), strength: 1 }, luts).run,
});

/** A look that was found, at its strength, with what it leaves of its own effect: 0 for nothing. */
export interface FoundLook {
  look: KnownLook;
  strength: number;
  offset: number;
  left: number;
}

/** Nothing found is nearer than this. */
export const nearLook = 0.06;

const stepsOf = (exposure: number): number[] => [
  ...new Set([0, Math.round(exposure), Math.round(exposure * 2) / 2]),
];

/** Places of the triples that both samples can say something of: each grey and, where they are told, two colours beside it. */
function places(from: LightSample, to: LightSample): number[] {
  const out: number[] = [];
  for (let i = 0; i < from.valid.length; i++) {
    if (!from.valid[i] || !to.valid[i]) continue;
    const hasColours = from.valid[i] === told.colours && to.valid[i] === told.colours;
    for (let k = 0; k < (hasColours ? triplesPerGrey : 1); k += 3) out.push((i * triplesPerGrey + k) * 3);
  }
  return out;
}

/** Places enough to see which look is worth a closer one. */
const glance = 14;
/** Looks that are looked at closely. */
const closely = 2;

/** The look that is left between two samples of light, of those that are known; the nearest, however far. */
export function findLook(
  from: LightSample,
  to: LightSample,
  exposure: number,
  known: readonly KnownLook[],
  offsets: boolean,
): FoundLook | null {
  const all = places(from, to);
  if (all.length < 4) return null;
  const skip = Math.max(1, Math.floor(all.length / glance));
  const few = all.filter((_, i) => i % skip === 0);
  const tries = (offsets ? stepsOf(exposure) : [0]).flatMap((offset) =>
    fitLooks(from, to, few, offset, known),
  );
  tries.sort((a, b) => a.left - b.left);
  const close = tries
    .slice(0, closely)
    .flatMap(({ look, offset }) => fitLooks(from, to, all, offset, [look]));
  return close.reduce<FoundLook | null>((best, f) => (!best || f.left < best.left ? f : best), null);
}

/** Each look at the strength at which it comes nearest, over some places. */
function fitLooks(
  from: LightSample,
  to: LightSample,
  picked: readonly number[],
  offset: number,
  looks: readonly KnownLook[],
): FoundLook[] {
  const take = (rgb: Float32Array, gain = 1) =>
    Float32Array.from(picked.flatMap((p) => [rgb[p] * gain, rgb[p + 1] * gain, rgb[p + 2] * gain]));
  const aim = take(to.light).map(acescct.forward);
  const light = take(from.light, 2 ** offset);
  const before = light.map(acescct.forward);
  return looks.flatMap((look) => {
    const after = Float32Array.from(light);
    look.run(after);
    let [moved, along, gap] = [0, 0, 0];
    for (let i = 0; i < after.length; i++) {
      const move = acescct.forward(after[i]) - before[i];
      const want = aim[i] - before[i];
      moved += move * move;
      along += move * want;
      gap += want * want;
    }
    if (moved < 1e-6 || !Number.isFinite(along)) return [];
    const strength = Math.min(Math.max(along / moved, 0), 1);
    if (strength <= 0.05) return [];
    const rest = Math.max(gap - 2 * strength * along + strength ** 2 * moved, 0);
    return [{ look, strength, offset, left: Math.sqrt(rest / Math.max(strength ** 2 * moved, 1e-9)) }];
  });
}

let starting: readonly KnownLook[] | undefined;

/** The looks that come with the program. Compiled once. */
export function startingLooks(): readonly KnownLook[] {
  starting ??= startingPoints
    .filter((p) => p.id !== 'neutral')
    .map((p) => knownLook(p.id, lookFrom(p.id, p.label)));
  return starting;
}
