import { midGrey } from '../colour/exposure.ts';
import { acescct } from '../colour/transfer/acescct.ts';
import type { NegativeOutput } from '../film/print.ts';
import { memoizeRecent } from '../numeric/memoizeRecent.ts';
import { isHdr, standardDisplay } from '../render/display.ts';
import { compileRendering } from '../render/rendering.ts';
import { luminanceBack } from './colourOnly.ts';
import { restContext } from './context.ts';
import type { LookStep } from './document.ts';
import type { ShownLook } from './shown.ts';
import { stepDefinition } from './steps/index.ts';
import type { CompiledStep, LutMap, StepContext } from './steps/step.ts';

/** One step at work, with its strength; `key` stands for everything that decides what it does. */
export interface Stage {
  key: string;
  run(rgb: Float32Array): void;
}

export interface CompiledLook {
  /** Processes interleaved working RGB in place. */
  run(rgb: Float32Array): void;
  /** The steps one by one; all of them and then `finish` are `run`. */
  stages: readonly Stage[];
  /** The strength of the whole, and colour only: `after` has been through every stage and is left changed. */
  finish(before: Float32Array, after: Float32Array): void;
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

/** What a negative makes of 18 % grey and of no light. */
function negativeOutputOf(run: (rgb: Float32Array) => void): NegativeOutput {
  const through = (light: number) => {
    const rgb = new Float32Array(3).fill(light);
    run(rgb);
    return [rgb[0], rgb[1], rgb[2]] as const;
  };
  return { grey: through(midGrey), base: through(0) };
}

/** Steps that were compiled lately, for whoever compiles almost the same look again and again. */
export class StepCache {
  private readonly alone: (type: LookStep['type'], params: LookStep['params']) => CompiledStep;

  constructor(most = 300) {
    this.alone = memoizeRecent(most, (type, params) => stepDefinition(type).compile(params));
  }

  compile({ type, params }: LookStep, context: StepContext): CompiledStep {
    const definition = stepDefinition(type);
    return definition.usesContext ? definition.compile(params, context) : this.alone(type, params);
  }
}

/** What everybody shares who brings no cache of their own: a pack bakes the same steps for every camera. */
const shared = new StepCache(100);

/** True where a step does something to the picture. */
export function isActive(step: LookStep): boolean {
  return step.on && step.strength > 0 && !stepDefinition(step.type).isNeutral(step.params);
}

/** The parts of a look that are compiled. */
export type Recipe = Pick<ShownLook, 'steps' | 'strength'> &
  Partial<Pick<ShownLook, 'colourOnly' | 'rendering'>>;

interface Part {
  step: LookStep;
  compiled: CompiledStep;
  stage: Stage;
}

/** A look is the same whatever part of its display is drawn. */
function renderingsOf({ rendering }: Recipe): Pick<StepContext, 'rendering' | 'lutRendering'> {
  if (!rendering) return restContext();
  const own = compileRendering({ ...rendering, part: 'code' });
  if (!isHdr(rendering)) return { rendering: own, lutRendering: own };
  const { preset, gamutFit } = rendering;
  return { rendering: own, lutRendering: compileRendering({ preset, gamutFit, ...standardDisplay }) };
}

/** Each step compiled by itself, told what the negative before it carries. */
function compileSteps(look: Recipe, context: Omit<StepContext, 'negativeOutput'>, cache: StepCache): Part[] {
  let { negativeOutput } = restContext();
  return look.steps.filter(isActive).map((step) => {
    const { usesContext, carries } = stepDefinition(step.type);
    const compiled = cache.compile(step, { ...context, negativeOutput });
    const asked = usesContext ? [look.rendering, negativeOutput] : null;
    const key = JSON.stringify([step.type, step.strength, step.params, asked]);
    const run = withStrength(compiled.run, step.strength);
    if (carries) negativeOutput = negativeOutputOf(run);
    return { step, compiled, stage: { key, run } };
  });
}

/** Where a print follows a negative, both whole, densities go from one to the other: light between would be undone at once. */
function handDensities(parts: readonly Part[]): Stage[] {
  const stages = parts.map((part) => part.stage);
  for (let i = 1; i < parts.length; i++) {
    const [negative, print] = [parts[i - 1], parts[i]];
    const { toDensities } = negative.compiled;
    const { fromDensities } = print.compiled;
    if (!toDensities || !fromDensities || negative.step.strength < 1 || print.step.strength < 1) continue;
    stages[i - 1] = { key: `${stages[i - 1].key} densities`, run: toDensities };
    stages[i] = { key: `${stages[i].key} densities`, run: fromDensities };
  }
  return stages;
}

/**
 * Compiles the look lane once; steps that are off or at rest are left out.
 * @param luts the files of its placed LUTs. Throws a MissingLutError where one is not among them.
 */
export function compileLook(look: Recipe, luts: LutMap = restContext().luts, cache = shared): CompiledLook {
  if (look.strength === 0) return { run: () => {}, stages: [], finish: () => {}, notes: [] };
  const renderings = renderingsOf(look);
  const { rendering } = renderings;
  const parts = compileSteps(look, { ...renderings, luts }, cache);
  const stages = handDensities(parts);
  const mixed = (before: Float32Array, after: Float32Array) => {
    if (look.strength < 1) mix(before, after, look.strength);
  };
  const runMixed = (rgb: Float32Array) => {
    const before = look.strength < 1 ? Float32Array.from(rgb) : rgb;
    for (const stage of stages) stage.run(rgb);
    mixed(before, rgb);
  };
  const regain = look.colourOnly && stages.length > 0 ? luminanceBack(runMixed, rendering) : null;
  const finish = (before: Float32Array, after: Float32Array) => {
    mixed(before, after);
    regain?.(before, after);
  };
  return {
    run: regain
      ? (rgb) => {
          const before = Float32Array.from(rgb);
          runMixed(rgb);
          regain(before, rgb);
        }
      : runMixed,
    stages,
    finish,
    notes: parts.flatMap((part) => part.compiled.notes ?? []),
  };
}
