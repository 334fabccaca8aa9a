import { displayToLab } from '../../colour/displayLab.ts';
import { applyLut } from '../../lut/apply.ts';
import type { Lut } from '../../lut/lut.ts';
import { levelsOf, standardDisplay } from '../../render/display.ts';
import { outputs } from '../../render/outputs/index.ts';
import { compileRendering, standardRendering } from '../../render/rendering.ts';
import type { CandidateEnd } from '../identify/ends.ts';

export type Lab = [number, number, number];

const { space, curve } = outputs[standardDisplay.output];
const toLab = displayToLab(space, curve(levelsOf(standardDisplay)));
const held = (v: number) => Math.min(Math.max(v, 0), 1);

/** L*a*b* of codes of the usual display, at an index. */
export const labAt = (codes: ArrayLike<number>, p: number): Lab =>
  toLab(held(codes[p]), held(codes[p + 1]), held(codes[p + 2]));

/** Light of a scene seen without a LUT and through it, both as codes of the usual display, whatever the LUT takes and gives. */
export class View {
  readonly rendering = compileRendering(standardRendering);

  constructor(
    readonly lut: Lut,
    readonly input: CandidateEnd,
    readonly output: CandidateEnd,
  ) {}

  readonly labAt = labAt;

  /** Codes that go in for light, and those that come out. */
  codes(light: Float32Array): { input: Float32Array; output: Float32Array } {
    const input = Float32Array.from(light);
    this.input.compiled.fromLight(input);
    const output = Float32Array.from(input);
    applyLut(this.lut, output, 'tetrahedral');
    return { input, output };
  }

  /** Codes that come out, as codes of the usual display. */
  shown(output: Float32Array): Float32Array {
    const { end } = this.output;
    if (end.kind === 'display' && end.display.output === standardDisplay.output) return output;
    const codes = Float32Array.from(output);
    this.output.compiled.toLight(codes);
    this.rendering.run(codes);
    return codes;
  }

  /** The light without the LUT, as codes of the usual display. */
  plain(light: Float32Array): Float32Array {
    const codes = Float32Array.from(light);
    this.rendering.run(codes);
    return codes;
  }

  through(light: Float32Array): Float32Array {
    return this.shown(this.codes(light).output);
  }
}
