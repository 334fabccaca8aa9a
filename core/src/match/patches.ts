import { hueOf, hueDistance } from '../colour/hue.ts';
import { deltaE2000 } from '../colour/deltaE2000.ts';
import { displayToLab } from '../colour/displayLab.ts';
import { displayPixels } from './displayOklab.ts';
import type { CompiledRendering } from '../render/rendering.ts';

/** One patch of a chart as it is shown: display code, 0–1. */
export interface ShownPatch {
  name: string;
  code: readonly [number, number, number];
}

/** A patch on two pictures: how far the plate's lies from its aim's, CIE Lab against the display's white. */
export interface PatchDifference {
  name: string;
  plate: ShownPatch['code'];
  aim: ShownPatch['code'];
  deltaE: number;
  /** From plate to aim: L*, C*ab, and degrees of hue (0 where either is nearly grey). */
  lightness: number;
  chroma: number;
  hue: number;
  /** Oklab hue of the aim, degrees. */
  aimHue: number;
}

/** Chroma under which a hue says nothing. */
const nearlyGrey = 4;

/**
 * The same chart on two plates, patch by patch, the largest ΔE2000 first. Patches belong together by name, or by place
 * where the charts name them differently; null where they hold different numbers of patches.
 */
export function comparePatches(
  plate: readonly ShownPatch[],
  aim: readonly ShownPatch[],
  rendering: CompiledRendering,
): PatchDifference[] | null {
  if (plate.length !== aim.length) return null;
  const { output, toSignal } = rendering;
  const toLab = displayToLab(output.space, output.curve);
  const labOf = ({ code }: ShownPatch) => toLab(toSignal(code[0]), toSignal(code[1]), toSignal(code[2]));
  const byName = new Map(aim.map((p) => [p.name, p]));
  const named = byName.size === aim.length && plate.every((p) => byName.has(p.name));
  const differences = plate.map((mine, i): PatchDifference => {
    const theirs = named ? byName.get(mine.name)! : aim[i];
    const [a, b] = [labOf(mine), labOf(theirs)];
    const [ca, cb] = [Math.hypot(a[1], a[2]), Math.hypot(b[1], b[2])];
    return {
      name: mine.name,
      plate: mine.code,
      aim: theirs.code,
      deltaE: deltaE2000(a, b),
      lightness: b[0] - a[0],
      chroma: cb - ca,
      hue: Math.min(ca, cb) < nearlyGrey ? 0 : hueDistance(hueOf(a), hueOf(b)),
      aimHue: hueOf(displayPixels(theirs.code, rendering).lab),
    };
  });
  return differences.sort((x, y) => y.deltaE - x.deltaE);
}
