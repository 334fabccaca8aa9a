import type { Codec } from '../camera/codec.ts';
import type { Profile } from '../camera/profile.ts';
import { type CompiledLook, compileLook, type StepCache } from '../look/compile.ts';
import { neutralShot, type Shot } from '../look/shot.ts';
import { apart, type ShownLook, shownOn } from '../look/shown.ts';
import type { LutMap } from '../look/steps/step.ts';
import type { Display } from '../render/display.ts';
import { compileRendering, type CompiledRendering } from '../render/rendering.ts';
import { type CompiledEnd, compileEnd, endId } from './end.ts';
import { displayOf, type LutOrder, withOffset } from './order.ts';
import { roles } from './roles/index.ts';

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
  /**
   * Between a display and itself: adds what the way to light and back loses of `codes`, at the edge of the display's gamut,
   * to what came of them. So a look that does nothing changes nothing. Null elsewhere.
   */
  readonly restore: ((rgb: Float32Array, codes: Float32Array) => void) | null;
  /** All of it. */
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

const isThereAndBack = ({ input, output, offset }: LutOrder): boolean =>
  offset === 0 && input.kind === 'display' && output.kind === 'display' && endId(input) === endId(output);

/**
 * A display's codes are undone only so far; what is left is known for each colour, and put back. So the look is exact
 * within 88 % of the way to the gamut's edge, and steady beyond.
 */
function restoring(input: CompiledEnd, output: CompiledEnd) {
  return (rgb: Float32Array, codes: Float32Array) => {
    const back = Float32Array.from(codes);
    input.toLight(back);
    output.fromLight(back);
    for (let i = 0; i < rgb.length; i++) rgb[i] = Math.min(Math.max(rgb[i] + codes[i] - back[i], 0), 1);
  };
}

/** Throws a MissingLutError where a placed LUT is not among `luts`. */
export function compileOrder(
  order: LutOrder,
  { shot = neutralShot, luts, cache, viewing }: CompileOptions = {},
): CompiledOrder {
  const input = compileEnd(order.input, order.rendering, {
    shot: withOffset(shot, order.offset),
    followable: true,
  });
  const output = compileEnd(order.output, order.rendering);
  const display = displayOf(order, viewing);
  const restore = isThereAndBack(order) ? restoring(input, output) : null;
  const lane = order.look ? compileLook(shownOn(order.look, display), luts, cache) : noLook;
  return {
    ends: { input, output },
    rendering: compileRendering({ ...order.rendering, ...display }),
    input: input.toLight,
    inputGrid: input.gridLight,
    look: lane.run,
    lane,
    output: output.fromLight,
    restore,
    run(rgb) {
      const codes = restore && Float32Array.from(rgb);
      input.toLight(rgb);
      lane.run(rgb);
      output.fromLight(rgb);
      if (restore) restore(rgb, codes!);
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
