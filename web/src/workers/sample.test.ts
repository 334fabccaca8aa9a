import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { makeCodec } from '@velvet-dusk/core/camera/codec';
import { parseProfile } from '@velvet-dusk/core/camera/profile';
import { newLook } from '@velvet-dusk/core/look/document';
import { neutralShot } from '@velvet-dusk/core/look/shot';
import { sampleColour } from './sample.ts';
import { shownOn } from '@velvet-dusk/core/look/shown';
import { standardDisplay } from '@velvet-dusk/core/render/display';
import { plainRecording } from '@velvet-dusk/core/testing/recorded';

const file = new URL('../../../demo/profiles/heron.json', import.meta.url);
const heron = parseProfile(JSON.parse(readFileSync(file, 'utf8')), 'heron');
const codec = makeCodec(heron);
const [width, height] = [40, 20];

/** A grey at some stops on the left half, a stop brighter on the right. */
function frame(stops: number) {
  const rgb = new Float32Array(width * height * 3);
  for (let i = 0; i < rgb.length; i++) {
    const right = Math.floor(i / 3) % width >= width / 2;
    rgb[i] = codec.encode(0.18 * 2 ** (stops + (right ? 1 : 0)));
  }
  return { width, height, rgb, depth: 16 };
}
const plate = { ...plainRecording('p', heron), url: '', neutral: null };
const look = shownOn(newLook('Plain'), standardDisplay);
const at = (x: number, shot = neutralShot, stepId = '', l = look, stops = -1) =>
  sampleColour(
    frame(stops) as Parameters<typeof sampleColour>[0],
    { plate: { ...plate, shot }, look: l, stepId, x, y: 0.5 },
    new Map(),
  );

describe('a place of the picture', () => {
  test('is read in stops from mid-grey, as recorded and after the shot lane', () => {
    expect(at(0.2).stops).toBeCloseTo(-1, 3);
    expect(at(0.8).stops).toBeCloseTo(0, 3);
    expect(at(0.2, { ...neutralShot, exposure: 1.5 }).stops).toBeCloseTo(0.5, 2);
    expect(at(0.2).code[0]).toBeCloseTo(codec.encode(0.09), 4);
  });

  test('mid-grey is shown at 42 % of the signal and has no chroma', () => {
    const { signal, chroma } = at(0.8);
    for (const v of signal) expect(v).toBeCloseTo(0.42, 3);
    expect(chroma).toBeLessThan(0.05);
  });

  test('reaches a step through the steps before it', () => {
    const brighter = {
      ...look,
      steps: look.steps.map((s) => (s.type === 'exposure' ? { ...s, params: { stops: 2 } } : s)),
    };
    const first = brighter.steps.findIndex((s) => s.type === 'exposure');
    expect(at(0.2, neutralShot, brighter.steps[first].id, brighter).atStep.stops).toBeCloseTo(-1, 2);
    expect(at(0.2, neutralShot, brighter.steps[first + 1].id, brighter).atStep.stops).toBeCloseTo(1, 2);
  });

  test('at the very edge it stays inside the frame', () => {
    for (const x of [0, 0.999]) expect(Number.isFinite(at(x).stops)).toBe(true);
  });
});
