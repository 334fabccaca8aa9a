import { describe, expect, test } from 'vitest';
import { linearToStops } from '../colour/exposure.ts';
import { compileRendering } from '../render/rendering.ts';
import { onStandard } from '../testing/onStandard.ts';
import { demoLook } from '../testing/lookNamed.ts';
import { profileOf } from '../testing/profiles.ts';
import { compilePipeline } from '../order/pipeline.ts';
import { type Look, lookSchema, newLook } from '../look/document.ts';
import { contrastOf, judgeContrast, rollOffOf, rollOffWords, toneShapeOf } from './toneShape.ts';

const heron = profileOf('heron');
const withSteps = (...steps: object[]): Look => lookSchema.parse({ ...newLook('t'), steps });
const contrast = (id: string, by: number) => ({ id, type: 'contrast', params: { contrast: by } });
const shape = (look: Look) => {
  const shown = onStandard(look);
  return toneShapeOf(shown, compilePipeline({ profile: heron, look: shown }));
};

describe('roll-off', () => {
  test('of a signal that rises evenly by stops is what the rise says', () => {
    // A sixteenth of the signal a stop, half of it at mid-grey.
    const even = {
      look: () => {},
      output(rgb: Float32Array) {
        for (let i = 0; i < rgb.length; i++)
          rgb[i] = Math.min(Math.max((linearToStops(Math.max(rgb[i], 1e-9)) + 8) / 16, 0), 1);
      },
      rendering: { ...compileRendering(onStandard(newLook('t')).rendering), toSignal: (x: number) => x },
    };
    const { toe, shoulder, steepest } = rollOffOf(even);
    expect(toe).toBeCloseTo(0.08 * 16, 2);
    expect(shoulder).toBeCloseTo(0.09 * 16, 2);
    expect(steepest.rise).toBeCloseTo(100 / 16, 2);
  });

  test('a toe that holds shadows up is longer, a shoulder that holds highlights down too, and one under a ceiling has none', () => {
    const bent = (params: object) => shape(withSteps({ id: 'bend', type: 'toeShoulder', params })).rollOff;
    const plain = bent({});
    expect(bent({ toe: 0.4 }).toe!).toBeGreaterThan(plain.toe! + 0.3);
    expect(bent({ shoulder: 0.4 }).shoulder!).toBeGreaterThan(plain.shoulder! + 0.3);
    const held = shape(withSteps({ id: 'ends', type: 'blackWhitePoint', params: { ceiling: 2.2 } })).rollOff;
    expect(held.shoulder).toBeNull();
    expect(rollOffWords(held)).toContain('no shoulder');
  });
});

describe('contrast of the whole chain', () => {
  test('a power about mid-grey multiplies the slope there by itself, each of two steps (mathematics)', () => {
    const { rendering, steps, whole } = shape(withSteps(contrast('a', 1.2), contrast('b', 1.1))).contrast;
    expect(steps.map((s) => s.factor)).toEqual([expect.closeTo(1.2, 2), expect.closeTo(1.1, 2)]);
    expect(whole).toBeCloseTo(rendering * 1.32, 1);
    expect(rendering).toBeGreaterThan(1);
  });

  test('shares and the rendering multiply to the whole, in a look of many steps', () => {
    const look = onStandard(demoLook('slack-water'));
    const { rendering, steps, whole } = contrastOf(look, compilePipeline({ profile: heron, look }));
    expect(steps.reduce((product, s) => product * s.factor, rendering)).toBeCloseTo(whole, 9);
    expect(judgeContrast({ rendering, steps, whole }).verdict).toBe('holds');
  });

  test('a step that is off has no share; one at half strength a smaller one', () => {
    const half = { ...contrast('a', 1.3), strength: 0.5 };
    const { steps } = shape(withSteps(half, { ...contrast('b', 1.3), on: false })).contrast;
    expect(steps).toHaveLength(1);
    expect(steps[0].factor).toBeGreaterThan(1.1);
    expect(steps[0].factor).toBeLessThan(1.2);
  });

  test('of a chain in which mid-grey is flat it is none, and says so in numbers', () => {
    const flat = { id: 'ends', type: 'cdl', params: { slopeR: 0, slopeG: 0, slopeB: 0 } };
    const flatShape = shape(withSteps(flat, contrast('a', 1.2))).contrast;
    expect(flatShape.steps.map((s) => s.factor)).toEqual([0, 1]);
    const told = judgeContrast(flatShape);
    expect(told.verdict).toBe('fails');
    expect(told.says).toMatch(/^0\.00: rendering \d\.\d\d, /);
  });

  test('a contrast, or the rendering’s own, applied twice is told', () => {
    const once = shape(withSteps(contrast('a', 1.25))).contrast;
    expect(judgeContrast(once).verdict).toBe('holds');
    const twice = shape(withSteps(contrast('a', 1.25), contrast('b', 1.25))).contrast;
    const told = judgeContrast(twice);
    expect(told.verdict).toBe('fails');
    expect(told.says).toMatch(/^Is it in twice\? \d\.\d\d: rendering /);
    const { rendering } = once;
    const converted = {
      whole: rendering ** 2,
      rendering,
      steps: [{ name: 'Placed LUT', factor: rendering }],
    };
    expect(judgeContrast(converted).verdict).toBe('fails');
  });
});
