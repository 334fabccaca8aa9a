import { deltaE2000 } from '../colour/deltaE2000.ts';
import { displayToLab } from '../colour/displayLab.ts';
import type { CompiledRendering } from '../render/rendering.ts';
import { compileLook, isActive } from './compile.ts';
import type { ShownLook } from './shown.ts';
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
  const labs = (steps: ShownLook['steps']) => {
    const rgb = Float32Array.from(scene);
    compileLook({ ...look, steps }, luts).run(rgb);
    rendering.run(rgb);
    const out: [number, number, number][] = [];
    for (let p = 0; p < rgb.length; p += 3)
      out.push(toLab(toSignal(rgb[p]), toSignal(rgb[p + 1]), toSignal(rgb[p + 2])));
    return out;
  };
  const whole = labs(look.steps);
  return new Map(
    look.steps.map((step) => {
      if (!isActive(step) || look.strength === 0) return [step.id, 0];
      const without = labs(look.steps.filter((s) => s !== step));
      const sum = whole.reduce((total, lab, i) => total + deltaE2000(lab, without[i]), 0);
      return [step.id, sum / whole.length];
    }),
  );
}
