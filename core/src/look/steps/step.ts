import type { z } from 'zod';
import type { Lut } from '../../lut/lut.ts';
import type { NegativeOutput } from '../../film/print.ts';
import type { CompiledRendering } from '../../render/rendering.ts';

/** A step made ready to run. */
export interface CompiledStep {
  /** Processes interleaved working RGB (linear, AP1, 0.18 is mid-grey) in place. */
  run(rgb: Float32Array): void;
  /** Undoes `run` where the step has an inverse. */
  inverse?: (rgb: Float32Array) => void;
  /** What the step had to change about its settings, in words for the designer. */
  notes?: string[];
  /** `run` of a negative, but that it hands on its densities (`developNegative`) in place of light. */
  toDensities?: (rgb: Float32Array) => void;
  /** `run` of a print that takes such densities. */
  fromDensities?: (rgb: Float32Array) => void;
}

/** Imported LUTs by the SHA-256 of their file, for the steps that hold one by name only. */
export type LutMap = ReadonlyMap<string, Lut>;

/** What a step may need beside its own parameters. */
export interface StepContext {
  /** The rendering the look is judged under. */
  readonly rendering: CompiledRendering;
  /** The rendering that LUTs made for normalised pictures are put under: no such LUT knows an HDR display. */
  readonly lutRendering: CompiledRendering;
  readonly luts: LutMap;
  /** What the negative before this step carries on; plain where there is none. */
  readonly negativeOutput: NegativeOutput;
}

/** One kind of look step. The schema gives type, default, range and unit of every parameter. */
export interface StepDefinition<S extends z.ZodType = z.ZodType> {
  readonly id: string;
  readonly label: string;
  /** What its numbers are worth, where the unit alone does not say. */
  readonly worth?: string;
  readonly schema: S;
  /** Does a grey stay grey? Does luminance stay? Tested as invariants where true. */
  readonly keeps: { readonly neutral: boolean; readonly luminance: boolean };
  /** True where compiling asks for the rendering or for files, so that the parameters alone do not decide. */
  readonly usesContext?: boolean;
  /** True for a negative: what it makes of 18 % grey and of no light is told to the steps after it. */
  readonly carries?: boolean;
  /** What a step that is put in by hand starts with, where it cannot work at rest. */
  readonly start?: Partial<z.output<S>>;
  /** True where these parameters change nothing, so the step can be left out. */
  isNeutral(params: z.output<S>): boolean;
  /** The setting in a few characters, for the recipe row. */
  summary(params: z.output<S>): string;
  /** @param context only steps that look at the display or at a file ask for it. */
  compile(params: z.output<S>, context?: StepContext): CompiledStep;
}

/** Keeps the parameter type of a definition inside its own file. */
export const defineStep = <const Id extends string, S extends z.ZodType>(
  step: StepDefinition<S> & { readonly id: Id },
) => step;
