import { type Codec, mapBuffer, makeCodec } from '../camera/codec.ts';
import type { Profile } from '../camera/profile.ts';
import { gridAxis, nodesOf } from '../cube/cube.ts';
import { multiply, transformBuffer } from '../colour/matrix.ts';
import { compileRendering, type CompiledRendering } from '../render/rendering.ts';
import { type CompiledLook, compileLook, type StepCache } from './compile.ts';
import type { Look } from './document.ts';
import type { LutShelf } from './steps/step.ts';
import { neutralShot, type Shot, shotBlack, shotMatrix } from './shot.ts';

/**
 * The whole way from camera code to display code, in three parts that each work on interleaved RGB in place.
 * Bake, preview, proof and export all run this.
 */
export interface Pipeline {
  readonly codec: Codec;
  readonly rendering: CompiledRendering;
  /** Camera code → working RGB. */
  input(rgb: Float32Array): void;
  /** Working RGB of a grid's nodes, size³ triples, red fastest: `input` of its codes, which are few. */
  inputGrid(size: number): Float32Array;
  /** The look lane, in working RGB. */
  look(rgb: Float32Array): void;
  /** The look lane step by step. */
  readonly lane: CompiledLook;
  /** Working RGB → display code. */
  output(rgb: Float32Array): void;
  /** All three. */
  run(rgb: Float32Array): void;
  readonly notes: string[];
}

export interface PipelineParts {
  profile: Profile;
  look: Look;
  /** Corrections of the plate, for previews. A cube is baked without them. */
  shot?: Shot;
  /** False leaves the look lane out: a conversion. */
  withLook?: boolean;
  /** Files of placed LUTs. */
  luts?: LutShelf | undefined;
  /** Steps compiled before, for almost the same look again and again. */
  cache?: StepCache | undefined;
}

const noLook: CompiledLook = { run: () => {}, stages: [], finish: () => {}, notes: [] };

export function compilePipeline({
  profile,
  look,
  shot = neutralShot,
  withLook = true,
  luts,
  cache,
}: PipelineParts): Pipeline {
  const codec = makeCodec(profile);
  const toWorking = multiply(shotMatrix(shot), codec.toWorking);
  const black = shotBlack(shot);
  const rendering = compileRendering(look.rendering);
  const lane = withLook ? compileLook(look, luts, cache) : noLook;
  const fromLinear = (rgb: Float32Array) => {
    transformBuffer(toWorking, rgb);
    if (black !== 0) mapBuffer(rgb, (x) => x - black);
  };
  const input = (rgb: Float32Array) => {
    mapBuffer(rgb, codec.decode);
    fromLinear(rgb);
  };
  return {
    codec,
    rendering,
    input,
    inputGrid(size) {
      const axis = gridAxis(size);
      mapBuffer(axis, codec.decode);
      return nodesOf(axis, toWorking, -black);
    },
    ...{ look: lane.run, lane },
    output: rendering.run,
    run(rgb) {
      input(rgb);
      lane.run(rgb);
      rendering.run(rgb);
    },
    notes: lane.notes,
  };
}
