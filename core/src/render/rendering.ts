import { z } from 'zod';
import { mapBuffer } from '../numeric/buffer.ts';
import { compressGamut, expandGamut, expandGamutWithin } from '../colour/gamutCompression.ts';
import { codeToSignal, signalToCode } from '../colour/range.ts';
import { OctaveTable } from '../numeric/octaveTable.ts';
import { memoizeRecent } from '../numeric/memoizeRecent.ts';
import { sequence, type Pass } from '../numeric/passes.ts';
import { invert, type Mat3, transformBuffer } from '../colour/matrix.ts';
import { rgbToRgb } from '../colour/rgbSpace.ts';
import { bt709, working } from '../colour/spaces/index.ts';
import { aimsOf } from './aims.ts';
import { type CompiledOutput, compileOutput, type Display, standardDisplay } from './display.ts';
import { encodingOf, isOtherThanCode, type ShownDisplay, whiteShare } from './encoding.ts';
import { gamutFit } from './gamutFit.ts';
import { toneScale, type ToneScale } from './toneScale.ts';

/** What of a rendering is taste, and belongs to a look. */
export const toneRenderingSchema = z.strictObject({
  preset: z.enum(['wide', 'standard', 'punchy']).default('standard'),
  gamutFit: z.enum(['soft', 'clip']).default('soft'),
});
/** A display has no place among a look's tastes; so a look that was put on one is no look to save. */
export type ToneRendering = z.output<typeof toneRenderingSchema> & { [K in keyof Display]?: never };

export type Rendering = z.output<typeof toneRenderingSchema> & ShownDisplay;

export const standardRendering: Rendering = { ...toneRenderingSchema.parse({}), ...standardDisplay };

export interface CompiledRendering {
  /** The primaries and the curve of what is drawn. */
  readonly output: CompiledOutput;
  readonly tone: ToneScale;
  /** Reference white as a share of the peak: 1 but on an HDR display. */
  readonly white: number;
  /** Working RGB (scene-linear) → display code 0–1, in place; clipped to the display. */
  run(rgb: Float32Array): void;
  /** Working RGB → display-linear RGB before the gamut fit, in place: outside 0–1 where the display cannot follow. */
  beforeFit(rgb: Float32Array): void;
  /**
   * Light of BT.709 primaries, 1 at reference white, → working RGB, in place: light that `run` shows as it is, but for
   * the last tenth of the display's gamut, where it cannot be undone and colours are drawn in.
   */
  inverseLight(rgb: Float32Array): void;
  /** Display code → working RGB, in place; exact for colours that `run` did not clip. */
  inverse(rgb: Float32Array): void;
  /**
   * The same for grids: colours at the very edge of the display's gamut are drawn in before, and light stays positive. There
   * the exact inverse is so steep that no grid could follow it.
   */
  inverseFollowable(rgb: Float32Array): void;
  /** Display-linear light 0–1 of a grey → display code, one channel. */
  toCode(light: number): number;
  /** Display code 0–1 → signal 0–1 of the chosen range, one channel. */
  toSignal(code: number): number;
  /** Display code → light of the drawn primaries, in place; 1 is reference white, which an HDR display exceeds. */
  toLight(codes: Float32Array): void;
  /** Scene-linear light of the grey that is shown at a signal. */
  greyAt(signal: number): number;
}

/** Display light that is read from a table; below, the curve itself answers. */
const codeSpan = [2 ** -26, 2] as const;

/**
 * Tone scale per channel in AP1, so that highlights roll to white; then the display's primaries, fit and curve. Curves
 * are read from tables, within 1e-6. There are few renderings; each is made once.
 */
export const compileRendering = ({ part, ...rendering }: Rendering): CompiledRendering =>
  compiled(part && isOtherThanCode({ ...rendering, part }) ? { ...rendering, part } : rendering);

const compiled = memoizeRecent(64, (rendering: Rendering) => compile(rendering));

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

/** The primaries of light that is no display's yet: a print's. */
const referenceSpace = bt709;

function compile(rendering: Rendering): CompiledRendering {
  const own = compileOutput(rendering);
  const encoding = encodingOf(rendering);
  const { output, levels: l } = encoding;
  const tone = toneScale(aimsOf(rendering, own.curve));
  const soft = rendering.gamutFit === 'soft';
  const fit = gamutFit(rendering.gamutFit, own.space);
  const toDisplay = rgbToRgb(working, own.space);
  const toScene = invert(toDisplay);
  const exactCode = (x: number) => signalToCode(output.curve.forward(Math.min(Math.max(x, 0), 1)), l);
  const codes = new OctaveTable(exactCode, ...codeSpan);
  const blackCode = exactCode(0);
  const toCode = (x: number) => (x > 0 ? codes.at(x) : blackCode);
  const undone = sceneLight(tone, toScene);
  const toWorking = sequence(undone, soft ? expandGamut : () => {});
  const toFollowable = sequence(undone, soft ? expandGamutWithin : () => {});
  const beforeFit = sequence(soft ? compressGamut : () => {}, displayLight(tone, toDisplay));
  const decode: Pass = (rgb) => {
    mapBuffer(rgb, (x) => output.curve.inverse(codeToSignal(x, l)));
    encoding.toLight(rgb);
  };
  const white = whiteShare(rendering);
  const fromReference = rgbToRgb(referenceSpace, own.space);
  // A screen's part is counted from reference white already.
  const drawnWhite = rendering.part === 'screen' ? 1 : white;
  return {
    output,
    tone,
    white,
    beforeFit,
    toCode,
    run: sequence(beforeFit, fit.run, encoding.fromLight, (rgb) => {
      for (let i = 0; i < rgb.length; i++) rgb[i] = toCode(rgb[i]);
    }),
    inverseLight: sequence(
      (rgb) => {
        if (own.space !== referenceSpace) transformBuffer(fromReference, rgb);
        if (white !== 1) mapBuffer(rgb, (x) => x * white);
      },
      fit.inverseWithin,
      toWorking,
    ),
    inverse: sequence(decode, fit.inverse, toWorking),
    inverseFollowable: sequence(decode, fit.inverseFollowable, toFollowable),
    toSignal: (code) => codeToSignal(code, l),
    toLight(rgb) {
      mapBuffer(rgb, (x) => output.curve.inverse(codeToSignal(x, l)));
      if (rendering.part !== 'screen') encoding.toLight(rgb);
      if (drawnWhite !== 1) mapBuffer(rgb, (x) => x / drawnWhite);
    },
    greyAt(signal) {
      const rgb = new Float32Array(3).fill(signalToCode(signal, l));
      decode(rgb);
      return tone.inverse(rgb[1]);
    },
  };
}
