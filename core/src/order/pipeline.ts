import type { Codec } from '../camera/codec.ts';
import type { Profile } from '../camera/profile.ts';
import { type CompiledLook, compileLook, type StepCache } from '../look/compile.ts';
import { neutralShot, type Shot } from '../look/shot.ts';
import { apart, type ShownLook, shownOn } from '../look/shown.ts';
import type { LutMap } from '../look/steps/step.ts';
import { compileRendering, type CompiledRendering, type Display } from '../render/rendering.ts';
import { type CompiledEnd, compileEnd } from './end.ts';
import { displayOf, type LutOrder, withOffset } from './order.ts';
import { roles } from './roles.ts';

/**
 * A whole order, in three parts that each work on interleaved RGB in place. Bake, preview, proof and export all run this.
 */
export interface CompiledOrder {
  readonly ends: { input: CompiledEnd; output: CompiledEnd };
  /** The rendering for the display that the picture is judged on. */
  readonly rendering: CompiledRendering;
  /** Codes of the input → working RGB, after the offset. */
  input(rgb: Float32Array): void;
  /** Working RGB of a grid's nodes, size³ triples, red fastest: `input` of its codes. */
  inputGrid(size: number): Float32Array;
  /** The look lane, in working RGB. */
  look(rgb: Float32Array): void;
  /** The look lane step by step. */
  readonly lane: CompiledLook;
  /** Working RGB → codes of the output. */
  output(rgb: Float32Array): void;
  /** All three. */
  run(rgb: Float32Array): void;
  readonly notes: string[];
}

/** The way from camera code to display code. */
export interface Pipeline extends CompiledOrder {
  readonly codec: Codec;
}

export interface CompileOptions {
  /** Corrections of a plate, for previews; a LUT is baked without them. */
  shot?: Shot;
  /** Files of placed LUTs. */
  luts?: LutMap | undefined;
  /** Steps compiled before, for almost the same look again and again. */
  cache?: StepCache | undefined;
  /** The display a look is judged on where neither end is one. */
  viewing?: Display;
}

const noLook: CompiledLook = { run: () => {}, stages: [], finish: () => {}, notes: [] };

/** Throws a MissingLutError where a placed LUT is not among `luts`. */
export function compileOrder(
  order: LutOrder,
  { shot = neutralShot, luts, cache, viewing }: CompileOptions = {},
): CompiledOrder {
  const input = compileEnd(order.input, order.rendering, withOffset(shot, order.offset));
  const output = compileEnd(order.output, order.rendering);
  const display = displayOf(order, viewing);
  const lane = order.look ? compileLook(shownOn(order.look, display), luts, cache) : noLook;
  return {
    ends: { input, output },
    rendering: compileRendering({ ...order.rendering, ...display }),
    input: input.toLight,
    inputGrid: input.gridLight,
    look: lane.run,
    lane,
    output: output.fromLight,
    run(rgb) {
      input.toLight(rgb);
      lane.run(rgb);
      output.fromLight(rgb);
    },
    notes: lane.notes,
  };
}

export interface PipelineParts extends Omit<CompileOptions, 'viewing'> {
  profile: Profile;
  look: ShownLook;
  /** False leaves the look lane out: a conversion. */
  withLook?: boolean;
}

/** The order a picture is shown by: from a camera's code, through the look or none, to a display. */
export function compilePipeline({ profile, look, withLook = true, ...options }: PipelineParts): Pipeline {
  const order = roles[withLook ? 'combined' : 'conversion'].order({ profile, ...apart(look) });
  const compiled = compileOrder(order, options);
  return { ...compiled, codec: compiled.ends.input.codec! };
}
