import { deltaE2000 } from '../colour/deltaE2000.ts';
import { displayToLab } from '../colour/displayLab.ts';
import type { CompiledRendering } from '../render/rendering.ts';
import type { LookStep } from './document.ts';
import { compileLook, isActive, StepCache } from './compile.ts';
import type { ShownLook } from './shown.ts';
import { StageCache } from './stageCache.ts';
import type { LutMap } from './steps/step.ts';

/**
 * What each step does to a picture: the mean ΔE2000 between the look with and without it.
 * @param scene working RGB after the shot lane; a few thousand pixels are enough.
 * @returns step id → mean ΔE2000; steps that are off or at rest give 0.
 */
export function stepEffects(
  look: ShownLook,
  rendering: CompiledRendering,
  scene: Float32Array,
  luts?: LutMap,
): Map<string, number> {
  const { output, toSignal } = rendering;
  const toLab = displayToLab(output.space, output.curve);
  const cache = new StepCache();
  const stages = new StageCache(scene);
  const labs = (steps: ShownLook['steps']) => {
    const rgb = stages.run(compileLook({ ...look, steps }, luts, cache));
    rendering.run(rgb);
    const out: [number, number, number][] = [];
    for (let p = 0; p < rgb.length; p += 3)
      out.push(toLab(toSignal(rgb[p]), toSignal(rgb[p + 1]), toSignal(rgb[p + 2])));
    return out;
  };
  const whole = labs(look.steps);
  const effectOf = (step: LookStep): number => {
    if (!isActive(step) || look.strength === 0) return 0;
    const without = labs(look.steps.filter((s) => s !== step));
    return whole.reduce((total, lab, i) => total + deltaE2000(lab, without[i]), 0) / whole.length;
  };
  // Backwards: what comes before the step that is left out has just been run.
  return new Map(look.steps.toReversed().map((step) => [step.id, effectOf(step)]));
}
