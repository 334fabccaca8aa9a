import type { ColourBoxParams } from '../look/steps/colourBox.ts';
import type { DrawTogetherParams } from '../look/steps/drawTogether.ts';
import type { Profile } from '../camera/profile.ts';
import { linearToStops } from '../colour/exposure.ts';
import { luminanceWeights } from '../colour/rgbSpace.ts';
import { working } from '../colour/spaces/index.ts';
import { compileLook } from '../look/compile.ts';
import type { LookStep } from '../look/document.ts';
import type { ShownLook } from '../look/shown.ts';
import { compilePipeline } from './pipeline.ts';
import { skinLineHue } from '../look/skinLine.ts';
import { type Selection, selectionWeight } from '../look/steps/selection.ts';
import { type SkinKeepParams, skinSelection } from '../look/steps/skinKeep.ts';
import { readOklab } from '../colour/oklabPixels.ts';
import type { LutMap } from '../look/steps/step.ts';
import type { CompiledRendering } from '../render/rendering.ts';
import { maxExcess, overlayStops } from './overlayScale.ts';

export interface OverlayOrder {
  look: ShownLook;
  profile: Profile;
  grid: number;
  /** The step whose selection is the matte; none for a step that selects nothing. */
  stepId: string;
  luts?: LutMap | undefined;
}

/** What a step selects, where it selects by colour. */
function selectionOf(step: LookStep | undefined, rendering: CompiledRendering): Selection | null {
  if (step?.type === 'colourBox') return step.params as ColourBoxParams;
  if (step?.type === 'drawTogether') return step.params as DrawTogetherParams;
  if (step?.type !== 'skinKeep') return null;
  const p = step.params as SkinKeepParams;
  return skinSelection(p, skinLineHue(rendering, p.lean));
}

/**
 * Everything an overlay shows that depends on colour alone, as a cube over camera code, so that the viewer reads it
 * as it reads the picture. Per node: stops of the scene, weight in the chosen step's selection, light out of gamut.
 */
export function bakeOverlay({ look, profile, grid, stepId, luts }: OverlayOrder): Float32Array {
  const pipeline = compilePipeline({ profile, look, luts });
  const { rendering } = pipeline;
  const out = new Float32Array(grid ** 3 * 3);
  const rgb = pipeline.inputGrid(grid);
  const [wr, wg, wb] = luminanceWeights(working);
  const { low, high } = overlayStops;
  for (let i = 0; i < rgb.length; i += 3) {
    const y = wr * rgb[i] + wg * rgb[i + 1] + wb * rgb[i + 2];
    out[i] = y > 0 ? Math.min(Math.max((linearToStops(y) - low) / (high - low), 0), 1) : 0;
  }
  const at = look.steps.findIndex((s) => s.id === stepId);
  const selection = selectionOf(look.steps[at], rendering);
  if (selection) {
    const before = Float32Array.from(rgb);
    compileLook({ ...look, steps: look.steps.slice(0, at), colourOnly: false }, luts).run(before);
    const weight = selectionWeight(selection);
    const lab = new Float64Array(4);
    for (let i = 0; i < before.length; i += 3) {
      readOklab(before, i, lab);
      out[i + 1] = weight(lab);
    }
  }
  pipeline.look(rgb);
  rendering.beforeFit(rgb);
  for (let i = 0; i < rgb.length; i += 3) {
    const excess = Math.max(
      -Math.min(rgb[i], rgb[i + 1], rgb[i + 2]),
      Math.max(rgb[i], rgb[i + 1], rgb[i + 2]) - 1,
    );
    out[i + 2] = Math.min(Math.max(excess, 0), maxExcess) / maxExcess;
  }
  return out;
}
