import { acescct } from '../colour/transfer/acescct.ts';
import { compileRendering } from '../render/rendering.ts';
import { colourOnlyRun } from './colourOnly.ts';
import { restContext } from './context.ts';
import type { Look, LookStep } from './document.ts';
import { stepDefinition } from './steps/index.ts';
import type { LutShelf } from './steps/step.ts';

export interface CompiledLook {
  /** Processes interleaved working RGB in place. */
  run(rgb: Float32Array): void;
  /** What steps had to change about their settings. */
  notes: string[];
}

/** Mixes `after` toward `before` in ACEScct, where equal parts look equal; the result is left in `after`. */
function mix(before: Float32Array, after: Float32Array, strength: number): void {
  for (let i = 0; i < after.length; i++) {
    const a = acescct.forward(before[i]);
    after[i] = acescct.inverse(a + strength * (acescct.forward(after[i]) - a));
  }
}

function withStrength(run: (rgb: Float32Array) => void, strength: number): (rgb: Float32Array) => void {
  if (strength === 1) return run;
  return (rgb) => {
    const before = Float32Array.from(rgb);
    run(rgb);
    mix(before, rgb, strength);
  };
}

/** True where a step does something to the picture. */
export function isActive(step: LookStep): boolean {
  return step.on && step.strength > 0 && !stepDefinition(step.type).isNeutral(step.params);
}

/** The parts of a look that are compiled. */
export type Recipe = Pick<Look, 'steps' | 'strength'> & Partial<Pick<Look, 'colourOnly' | 'rendering'>>;

/**
 * Compiles the look lane once; steps that are off or at rest are left out.
 * @param luts the files of its placed LUTs. Throws a MissingLutError where one is not among them.
 */
export function compileLook(look: Recipe, luts: LutShelf = restContext().luts): CompiledLook {
  if (look.strength === 0) return { run: () => {}, notes: [] };
  const rendering = look.rendering ? compileRendering(look.rendering) : restContext().rendering;
  const steps = look.steps.filter(isActive).map((step) => {
    const compiled = stepDefinition(step.type).compile(step.params, { rendering, luts });
    return { run: withStrength(compiled.run, step.strength), notes: compiled.notes ?? [] };
  });
  const notes = steps.flatMap((s) => s.notes);
  const runAll = (rgb: Float32Array) => steps.forEach((s) => s.run(rgb));
  if (steps.length === 0) return { run: runAll, notes };
  const run = withStrength(runAll, look.strength);
  return { run: look.colourOnly ? colourOnlyRun(run, rendering) : run, notes };
}
