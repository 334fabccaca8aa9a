import { z } from 'zod';
import { mapBuffer } from '../numeric/buffer.ts';
import { compressGamut, expandGamut } from '../colour/gamutCompression.ts';
import { codeToSignal, levels, signalToCode } from '../colour/range.ts';
import { OctaveTable } from '../numeric/octaveTable.ts';
import { memoizeRecent } from '../numeric/memoizeRecent.ts';
import { sequence, type Pass } from '../numeric/passes.ts';
import { invert, type Mat3 } from '../colour/matrix.ts';
import { rgbToRgb } from '../colour/rgbSpace.ts';
import { working } from '../colour/spaces/index.ts';
import { gamutFit } from './gamutFit.ts';
import { outputs } from './outputs/index.ts';
import type { OutputDefinition } from './outputs/output.ts';
import { defaultBlackSignal, defaultGreySignal, renderingPresets } from './presets.ts';
import { toneScale, type ToneScale } from './toneScale.ts';

/** What of a rendering is taste, and belongs to a look. */
export const toneRenderingSchema = z.strictObject({
  preset: z.enum(['wide', 'standard', 'punchy']).default('standard'),
  gamutFit: z.enum(['soft', 'clip']).default('soft'),
});
/** What a picture is shown on: it belongs to whoever looks, and to each LUT that is made. */
export const displaySchema = z.strictObject({
  output: z.enum(['bt1886', 'srgb']).default('bt1886'),
  range: z.enum(['full', 'narrow']).default('full'),
});
export type Display = z.output<typeof displaySchema>;
/** A display has no place among a look's tastes; so a look that was put on one is no look to save. */
export type ToneRendering = z.output<typeof toneRenderingSchema> & { [K in keyof Display]?: never };
export type Rendering = z.output<typeof toneRenderingSchema> & Display;

/** What is assumed where nothing is said: BT.1886 in full range. */
export const standardDisplay: Display = displaySchema.parse({});
export const standardRendering: Rendering = { ...toneRenderingSchema.parse({}), ...standardDisplay };

/** Narrow-range cubes are made for 10-bit video. */
const outputDepth = 10;

export interface CompiledRendering {
  readonly output: OutputDefinition;
  readonly tone: ToneScale;
  /** Working RGB (scene-linear) → display code 0–1, in place; clipped to the display. */
  run(rgb: Float32Array): void;
  /** Working RGB → display-linear RGB before the gamut fit, in place: outside 0–1 where the display cannot follow. */
  beforeFit(rgb: Float32Array): void;
  /**
   * Display-linear RGB inside the display → working RGB, in place: light that `run` shows as it is, but for the last
   * tenth of the display's gamut, where it cannot be undone and colours are drawn in.
   */
  inverseLight(rgb: Float32Array): void;
  /** Display code → working RGB, in place; exact for colours that `run` did not clip. */
  inverse(rgb: Float32Array): void;
  /** Display-linear light 0–1 → display code, one channel. */
  toCode(light: number): number;
  /** Display code 0–1 → signal 0–1 of the chosen range, one channel. */
  toSignal(code: number): number;
}

/** Display light that is read from a table; below, the curve itself answers. */
const codeSpan = [2 ** -26, 2] as const;

/**
 * Tone scale per channel in AP1, so that highlights roll to white; then the display's primaries, fit and curve. Curves
 * are read from tables, within 1e-6. There are few renderings; each is made once.
 */
export const compileRendering = memoizeRecent(64, (rendering: Rendering) => compile(rendering));

/** The tone scale per channel, held at white, then the display's primaries; in one walk, which is what takes time. */
function displayLight(tone: ToneScale, [m0, m1, m2, m3, m4, m5, m6, m7, m8]: Mat3): Pass {
  const held = (light: number) => (light < 1 ? light : 1);
  return (rgb) => {
    for (let p = 0; p < rgb.length; p += 3) {
      const r = held(tone.forward(rgb[p]));
      const g = held(tone.forward(rgb[p + 1]));
      const b = held(tone.forward(rgb[p + 2]));
      rgb[p] = m0 * r + m1 * g + m2 * b;
      rgb[p + 1] = m3 * r + m4 * g + m5 * b;
      rgb[p + 2] = m6 * r + m7 * g + m8 * b;
    }
  };
}

/** Undoes `displayLight`. */
function sceneLight(tone: ToneScale, [m0, m1, m2, m3, m4, m5, m6, m7, m8]: Mat3): Pass {
  return (rgb) => {
    for (let p = 0; p < rgb.length; p += 3) {
      const r = rgb[p];
      const g = rgb[p + 1];
      const b = rgb[p + 2];
      rgb[p] = tone.inverse(m0 * r + m1 * g + m2 * b);
      rgb[p + 1] = tone.inverse(m3 * r + m4 * g + m5 * b);
      rgb[p + 2] = tone.inverse(m6 * r + m7 * g + m8 * b);
    }
  };
}

function compile(rendering: Rendering): CompiledRendering {
  const output = outputs[rendering.output];
  const { whiteStops, contrast } = renderingPresets[rendering.preset];
  const tone = toneScale({
    grey: output.curve.inverse(defaultGreySignal),
    black: output.curve.inverse(defaultBlackSignal),
    whiteStops,
    contrast,
  });
  const soft = rendering.gamutFit === 'soft';
  const fit = gamutFit(rendering.gamutFit, output.space);
  const toDisplay = rgbToRgb(working, output.space);
  const toScene = invert(toDisplay);
  const l = levels(rendering.range, outputDepth);
  const exactCode = (x: number) => signalToCode(output.curve.forward(Math.min(Math.max(x, 0), 1)), l);
  const codes = new OctaveTable(exactCode, ...codeSpan);
  const blackCode = exactCode(0);
  const toCode = (x: number) => (x > 0 ? codes.at(x) : blackCode);
  const toWorking = sequence(sceneLight(tone, toScene), soft ? expandGamut : () => {});
  const beforeFit = sequence(soft ? compressGamut : () => {}, displayLight(tone, toDisplay));
  return {
    output,
    tone,
    beforeFit,
    toCode,
    run: sequence(beforeFit, fit.run, (rgb) => {
      for (let i = 0; i < rgb.length; i++) rgb[i] = toCode(rgb[i]);
    }),
    inverseLight: sequence(fit.inverseWithin, toWorking),
    inverse: sequence(
      (rgb) => mapBuffer(rgb, (x) => output.curve.inverse(codeToSignal(x, l))),
      fit.inverse,
      toWorking,
    ),
    toSignal: (code) => codeToSignal(code, l),
  };
}
