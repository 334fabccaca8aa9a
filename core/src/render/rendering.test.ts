import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { stopsToLinear } from '../colour/exposure.ts';
import { transform } from '../colour/matrix.ts';
import { rgbToRgb } from '../colour/rgbSpace.ts';
import { bt709, working } from '../colour/spaces/index.ts';
import { gamutFit } from './gamutFit.ts';
import { defaultBlackSignal, defaultGreySignal, renderingPresets, type RenderingPreset } from './presets.ts';
import { compileRendering, type Rendering, standardRendering } from './rendering.ts';
import { toneScale } from './toneScale.ts';

const presets = Object.keys(renderingPresets) as RenderingPreset[];
const renderingOf = (change: Partial<Rendering>) => compileRendering({ ...standardRendering, ...change });
const grey = (linear: number) => Float32Array.from([linear, linear, linear]);

describe.each(presets)('%s', (preset) => {
  const { whiteStops, contrast } = renderingPresets[preset];
  const rendering = renderingOf({ preset });
  const signal = (linear: number) => {
    const rgb = grey(linear);
    rendering.run(rgb);
    return rgb[1];
  };

  test('meets its aims: grey, white, black and the slope at grey', () => {
    expect(signal(0.18)).toBeCloseTo(defaultGreySignal, 5);
    expect(signal(stopsToLinear(whiteStops))).toBeCloseTo(1, 5);
    expect(signal(0)).toBeCloseTo(defaultBlackSignal, 5);
    const { tone } = rendering;
    const slope = Math.log(tone.forward(0.18 * 1.001) / tone.forward(0.18 / 1.001)) / (2 * Math.log(1.001));
    expect(slope).toBeCloseTo(contrast, 3);
  });

  test('rises everywhere up to white', () => {
    let last = -1;
    for (let s = -9; s <= whiteStops; s += 0.1) {
      expect(rendering.tone.forward(stopsToLinear(s))).toBeGreaterThan(last);
      last = rendering.tone.forward(stopsToLinear(s));
    }
  });

  test('inverts inside its gamut', () => {
    const channel = fc.double({ min: 0.02, max: 0.8, noNaN: true });
    fc.assert(
      fc.property(channel, channel, channel, (r, g, b) => {
        const scene = transform(rgbToRgb(bt709, working), [r, g, b]);
        const rgb = Float32Array.from(scene);
        rendering.run(rgb);
        // What touches the display's limits is clipped, and only that does not come back.
        if (rgb.some((v) => v <= 0.0001 || v >= 0.9999)) return true;
        rendering.inverse(rgb);
        return rgb.every((v, i) => Math.abs(v - scene[i]) < 2e-3 * Math.max(scene[i], 0.05));
      }),
    );
  });
});

test('narrow range puts black and white on 64 and 940 of 1023', () => {
  const rendering = renderingOf({ range: 'narrow' });
  const rgb = Float32Array.from([...grey(0), ...grey(stopsToLinear(9))]);
  rendering.run(rgb);
  expect(rgb[0]).toBeCloseTo((64 + 876 * defaultBlackSignal) / 1023, 5);
  expect(rgb[3]).toBeCloseTo(940 / 1023, 5);
  expect(rendering.toSignal(rgb[3])).toBeCloseTo(1, 5);
});

test('no code leaves the display, whatever light comes in', () => {
  const any = fc.double({ min: -2, max: 60, noNaN: true });
  const rendering = renderingOf({});
  fc.assert(
    fc.property(any, any, any, (r, g, b) => {
      const rgb = Float32Array.from([r, g, b]);
      rendering.run(rgb);
      return rgb.every((v) => v >= 0 && v <= 1);
    }),
  );
});

test('aims that no curve meets are refused', () => {
  expect(() => toneScale({ grey: 0.12, whiteStops: 0.1, black: 0, contrast: 1.5 })).toThrow(/no curve/);
});

describe('gamut fit', () => {
  const fit = gamutFit('soft', bt709);
  const [wr, wg, wb] = [0.2126, 0.7152, 0.0722];
  const level = fc.double({ min: 0.05, max: 0.95, noNaN: true });
  const reach = fc.double({ min: -1, max: 1, noNaN: true });

  test('brings every colour of a display luminance inside, keeps luminance, and inverts', () => {
    fc.assert(
      fc.property(level, reach, reach, (y, u, v) => {
        const b = y + u;
        const r = y + v;
        const g = (y - wr * r - wb * b) / wg;
        const rgb = Float32Array.from([r, g, b]);
        fit.run(rgb);
        const inside = rgb.every((x) => x > -1e-5 && x < 1 + 1e-5);
        const kept = Math.abs(wr * rgb[0] + wg * rgb[1] + wb * rgb[2] - y) < 1e-3;
        return inside && kept;
      }),
    );
    const rgb = Float32Array.from([0.9, 0.1, -0.05]);
    fit.run(rgb);
    fit.inverse(rgb);
    [0.9, 0.1, -0.05].forEach((v, i) => expect(rgb[i]).toBeCloseTo(v, 4));
  });

  test('bends nowhere sharply: the slope of a saturated colour over stops never jumps', () => {
    const rendering = renderingOf({});
    const step = 0.01;
    let worst = 0;
    for (let hue = 0; hue < 360; hue += 7.3) {
      const colour = [0, 1, 2].map(
        (c) => 0.02 + 0.98 * Math.max(0, Math.cos(((hue - 120 * c) * Math.PI) / 180)),
      );
      const stops = Array.from({ length: 1050 }, (_, i) => -6 + i * step);
      const code = Float32Array.from(stops.flatMap((s) => colour.map((v) => v * stopsToLinear(s))));
      rendering.run(code);
      for (let i = 6; i < code.length; i++)
        worst = Math.max(worst, (Math.abs(code[i] - 2 * code[i - 3] + code[i - 6]) * 1023) / step);
    }
    // Codes of 10 bits a stop, over a hundredth of a stop; a corner would show in full at any step.
    expect(worst).toBeLessThan(15);
  });

  test('leaves colours well inside alone; a hard clip leaves everything to the clip', () => {
    const rgb = Float32Array.from([0.4, 0.35, 0.3]);
    fit.run(rgb);
    expect(Array.from(rgb)).toEqual([0.4, 0.35, 0.3].map(Math.fround));
    const wild = Float32Array.from([0.9, 0.1, -0.05]);
    gamutFit('clip', bt709).run(wild);
    expect(wild[2]).toBeCloseTo(-0.05, 6);
  });
});
