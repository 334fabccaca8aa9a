import { overlayStops } from '@velvet-dusk/core/order/overlayScale';
import { clippedAbove, crushedBelow, isClipped, isCrushed } from '@velvet-dusk/core/colour/clipping';
import { lumaOf, lumaWeights } from '@velvet-dusk/core/colour/ycbcr';
import { bandColours, bandStops } from '@velvet-dusk/core/scopes/exposureBands';
import type { OverlayKind } from './drawing.ts';

type Rgb = readonly [number, number, number];

const hex = (code: string): Rgb => {
  const n = parseInt(code.slice(1), 16);
  return [(n >> 16) / 255, ((n >> 8) & 255) / 255, (n & 255) / 255];
};

const bands = bandColours.map(hex);

/** Attention for what is cut off above, dusk for what is cut off below. */
export const endColours = { clipped: '#ff6a2b', crushed: '#7a6cff' };
const [clippedColour, crushedColour] = [hex(endColours.clipped), hex(endColours.crushed)];
/** Excess from which a colour counts as out of the display's gamut, as a share of the overlay's span. */
const minExcess = 0.02;
/** How far the picture steps back behind marks, and outside a matte. */
const dim = 0.7;
const outside = 0.3;
/** How much what texture adds is raised to be seen, round middle grey. */
const textureGain = 3;
/** Chroma of the cast lens. */
const lens = 3;

export const overlayNumbers: Record<OverlayKind, number> = {
  none: 0,
  bands: 1,
  ends: 2,
  matte: 3,
  gamut: 4,
  texture: 5,
};

const clamp = (x: number) => Math.min(Math.max(x, 0), 1);

/**
 * One pixel of the picture under an overlay, on the processor; the shader below does the same. Marks are the overlay's
 * cube; for texture, the picture without it.
 */
export function paintOverlay(
  signal: Float32Array,
  marks: Float32Array | null,
  p: number,
  kind: OverlayKind,
  castLens: boolean,
): Rgb {
  const shown: Rgb = [signal[p], signal[p + 1], signal[p + 2]];
  const y = lumaOf(...shown);
  if (castLens) return shown.map((v) => clamp(y + lens * (v - y))) as unknown as Rgb;
  if (kind === 'ends') {
    if (isClipped(...shown)) return clippedColour;
    return isCrushed(...shown) ? crushedColour : [dim * y, dim * y, dim * y];
  }
  if (!marks || kind === 'none') return shown;
  if (kind === 'texture')
    return shown.map((v, c) => clamp(0.5 + textureGain * (v - marks[p + c]))) as unknown as Rgb;
  if (kind === 'bands') {
    const stops = overlayStops.low + marks[p] * (overlayStops.high - overlayStops.low);
    const band = Math.min(Math.max(Math.floor(stops + 0.5), bandStops.low), bandStops.high);
    return bands[band - bandStops.low];
  }
  if (kind === 'matte')
    return shown.map((v) => outside * y + marks[p + 1] * (v - outside * y)) as unknown as Rgb;
  return marks[p + 2] > minExcess ? clippedColour : [dim * y, dim * y, dim * y];
}

const vec3 = (c: Rgb) => `vec3(${c.map((v) => v.toFixed(5)).join(', ')})`;
const float = (x: number) => x.toFixed(5);

/** The same in GLSL, written from the same numbers. */
export const overlayShader = `
const vec3 bands[${bands.length}] = vec3[](${bands.map(vec3).join(', ')});

vec3 paintOverlay(vec3 shown, vec3 marks, int kind, bool castLens) {
  float y = dot(shown, ${vec3(lumaWeights)});
  if (castLens) return clamp(y + ${float(lens)} * (shown - y), 0.0, 1.0);
  if (kind == ${overlayNumbers.ends}) {
    if (any(greaterThanEqual(shown, vec3(${float(clippedAbove)})))) return ${vec3(clippedColour)};
    return all(lessThanEqual(shown, vec3(${float(crushedBelow)}))) ? ${vec3(crushedColour)} : vec3(${float(dim)} * y);
  }
  if (kind == ${overlayNumbers.bands}) {
    float stops = ${float(overlayStops.low)} + marks.x * ${float(overlayStops.high - overlayStops.low)};
    return bands[int(clamp(floor(stops + 0.5), ${float(bandStops.low)}, ${float(bandStops.high)})) - (${bandStops.low})];
  }
  if (kind == ${overlayNumbers.texture}) return clamp(0.5 + ${float(textureGain)} * (shown - marks), 0.0, 1.0);
  if (kind == ${overlayNumbers.matte}) return mix(vec3(${float(outside)} * y), shown, marks.y);
  if (kind == ${overlayNumbers.gamut}) return marks.z > ${float(minExcess)} ? ${vec3(clippedColour)} : vec3(${float(dim)} * y);
  return shown;
}
`;
