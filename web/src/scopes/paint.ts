import { skinLineDegrees } from '@velvet-dusk/core/colour/ycbcr';
import type { StopHistogram } from '@velvet-dusk/core/scopes/stopHistogram';
import type { Vectorscope } from '@velvet-dusk/core/scopes/vectorscope';
import type { Waveform } from '@velvet-dusk/core/scopes/waveform';

/** The scopes are counted at a fixed size and drawn scaled, so that resizing needs no new count. */

type Rgb = readonly [number, number, number];
/** Traces a little softer than pure channels, so that text beside them can be read. */
const channelColours: readonly Rgb[] = [
  [255, 92, 84],
  [92, 222, 120],
  [96, 140, 255],
];

/** More pixels are brighter, but the first few already show. */
const glow = (count: number, most: number) =>
  count === 0 ? 0 : 0.3 + 0.7 * Math.sqrt(Math.min(count / most, 1));

/** Adds light to a pixel; the image holds itself to 255. */
function putTrace({ data, width }: ImageData, x: number, y: number, colour: Rgb, light: number) {
  const i = (y * width + x) * 4;
  data[i] += colour[0] * light;
  data[i + 1] += colour[1] * light;
  data[i + 2] += colour[2] * light;
  data[i + 3] = 255;
}

const lumaColour: Rgb = [190, 190, 190];

/** Traces of R, G and B over each other or side by side, or of luma alone. */
export function waveformImage(w: Waveform, kind: 'luma' | 'waveform' | 'parade'): ImageData {
  const sideBySide = kind === 'parade';
  const image = new ImageData(w.columns * (sideBySide ? 3 : 1), w.levels);
  const total = w.luma.reduce((a, b) => a + b, 0);
  const most = (total / w.columns) * 0.12;
  const trace = (counts: Uint32Array, shift: number, colour: Rgb, light: number) => {
    for (let x = 0; x < w.columns; x++)
      for (let level = 0; level < w.levels; level++) {
        const count = counts[x * w.levels + level];
        if (count > 0) putTrace(image, x + shift, w.levels - 1 - level, colour, glow(count, most) * light);
      }
  };
  if (kind === 'luma') trace(w.luma, 0, lumaColour, 0.9);
  else
    w.counts.forEach((counts, c) =>
      trace(counts, sideBySide ? c * w.columns : 0, channelColours[c], sideBySide ? 0.9 : 0.75),
    );
  return image;
}

/** Each cell in the colour of its own pixels, lifted so that dark ones can be seen. */
export function vectorscopeImage(v: Vectorscope): ImageData {
  const image = new ImageData(v.size, v.size);
  const most = Math.max(...v.counts) * 0.05 + 1;
  v.counts.forEach((count, i) => {
    if (count === 0) return;
    const mean = [0, 1, 2].map((c) => v.colour[i * 3 + c] / count);
    const lift = 200 / Math.max(...mean.map((m) => m * 255), 1);
    const colour = mean.map((m) => m * 255 * lift) as unknown as Rgb;
    putTrace(image, i % v.size, Math.floor(i / v.size), colour, glow(count, most));
  });
  return image;
}

export function histogramImage(h: StopHistogram, height: number): ImageData {
  const image = new ImageData(h.shares.length, height);
  const most = Math.max(...h.shares) || 1;
  h.shares.forEach((share, x) => {
    const top = Math.round(Math.sqrt(share / most) * (height - 1));
    for (let y = 0; y < top; y++) putTrace(image, x, height - 1 - y, [168, 168, 168], 1);
  });
  return image;
}

/** Where the skin line ends on a vectorscope of a radius, from its middle. */
export function skinLineEnd(radius: number): [x: number, y: number] {
  const angle = (skinLineDegrees * Math.PI) / 180;
  return [radius * Math.cos(angle), -radius * Math.sin(angle)];
}
