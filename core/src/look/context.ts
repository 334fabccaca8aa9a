import { plainNegativeOutput } from '../film/print.ts';
import { compileRendering, standardRendering } from '../render/rendering.ts';
import type { StepContext } from './steps/step.ts';

let rest: StepContext | undefined;

/** The standard rendering and no imported LUT: what a step compiled on its own is judged under. */
export function restContext(): StepContext {
  rest ??= {
    rendering: compileRendering(standardRendering),
    lutRendering: compileRendering(standardRendering),
    luts: new Map(),
    negativeOutput: plainNegativeOutput,
  };
  return rest;
}
