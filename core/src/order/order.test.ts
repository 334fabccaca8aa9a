import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { makeCodec } from '../camera/codec.ts';
import { transformBuffer } from '../colour/matrix.ts';
import { bt1886 } from '../colour/transfer/bt1886.ts';
import { srgbCurve } from '../colour/transfer/srgb.ts';
import { newLook, parseLook } from '../look/document.ts';
import { neutralShot } from '../look/shot.ts';
import { standardDisplay } from '../render/display.ts';
import { compileRendering } from '../render/rendering.ts';
import { codeToLight, displayEnd, type End, sceneEnd } from './end.ts';
import type { LutOrder } from './order.ts';
import { compileOrder } from './pipeline.ts';
import { gamutSamples } from './proofSamples.ts';
import { profileOf } from '../testing/profiles.ts';
import { roles } from './roles/index.ts';

/** The algebra of an order: every way is put together from ends, an offset and a look. */

const json = (path: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../../demo/${path}`, import.meta.url), 'utf8'));
const [heron, wren] = [profileOf('heron'), profileOf('wren')];
const look = parseLook(json('looks/slack-water.json'), 'slack-water');
const screen = displayEnd(standardDisplay);
const atRest = { ...newLook('At rest'), steps: [] };

const order = (input: End, output: End, parts: Partial<LutOrder> = {}): LutOrder => ({
  input,
  output,
  offset: 0,
  look: null,
  rendering: look.rendering,
  ...parts,
});
const through = (o: LutOrder, codes: Float32Array) => {
  const out = Float32Array.from(codes);
  compileOrder(o).run(out);
  return out;
};
const farthest = (a: Float32Array, b: Float32Array) =>
  a.reduce((far, v, i) => Math.max(far, Math.abs(v - b[i])), 0);
/** Picks the values of colours whose channels all lie between two codes. */
const isInside = (codes: Float32Array, low: number, high: number) => (_: number, i: number) =>
  [0, 1, 2].every((c) => codes[i - (i % 3) + c] > low && codes[i - (i % 3) + c] < high);
const recorded = gamutSamples(compileOrder(order(sceneEnd(heron), screen)).ends.input, 4000);
/** Codes of pictures: what a display is really sent. */
const pictures = through(order(sceneEnd(heron), screen), recorded);

describe('an end back to itself changes nothing', () => {
  test.each(['heron', 'wren', 'curlew', 'acescct'])('of a recording in %s', (id) => {
    const end = sceneEnd(profileOf(id));
    const codes = gamutSamples(compileOrder(order(end, screen)).ends.input, 3000);
    expect(farthest(through(order(end, end), codes), codes)).toBeLessThan(2e-5);
  });

  test.each([
    ['full', 'soft'],
    ['narrow', 'soft'],
    ['full', 'clip'],
  ] as const)(
    'of a display in %s range, with a %s gamut fit, also with a look at rest',
    (range, gamutFit) => {
      const rendering = { ...look.rendering, gamutFit };
      const end = displayEnd({ output: 'bt1886', range });
      const way = { rendering, look: { ...atRest, rendering } };
      const shown = through(order(sceneEnd(heron), end, { rendering }), recorded);
      // Inside: what the display's edges have clipped is gone.
      const [low, high] = compileOrder(order(end, end, way)).ends.input.codes;
      const margin = 0.02 * (high - low);
      const inside = shown.filter(isInside(shown, low + margin, high - margin));
      expect(inside.length).toBeGreaterThan(600);
      expect(farthest(through(order(end, end, way), inside), inside)).toBeLessThan(1e-3);
    },
  );
});

test('camera to camera is decoding, both matrices and encoding', () => {
  const [from, to] = [makeCodec(heron), makeCodec(wren)];
  const theirs = recorded.map(from.decode);
  transformBuffer(from.toWorking, theirs);
  transformBuffer(to.fromWorking, theirs);
  theirs.forEach((v, i) => (theirs[i] = Math.min(Math.max(to.encode(v), 0), 1)));
  expect(farthest(through(order(sceneEnd(heron), sceneEnd(wren)), recorded), theirs)).toBeLessThan(1e-6);
});

test('an offset is stops of light: a grey a stop darker is the code of half the light', () => {
  const { encode } = makeCodec(heron);
  const greys = Float32Array.from([0.36, 0.18, 0.09, 0.045].flatMap((v) => [v, v, v].map(encode)));
  const end = sceneEnd(heron);
  const darker = through(order(end, end, { offset: -1 }), greys);
  [0.18, 0.09, 0.045, 0.0225].forEach((v, i) => expect(darker[i * 3]).toBeCloseTo(encode(v), 5));
  const up = through(order(end, end, { offset: 2 }), through(order(end, end, { offset: -2 }), greys));
  expect(farthest(up, greys)).toBeLessThan(1e-5);
});

test('an offset adds to the exposure of a shot', () => {
  const end = sceneEnd(heron);
  const both = Float32Array.from(recorded);
  compileOrder(order(end, end, { offset: -1 }), { shot: { ...neutralShot, exposure: -1 } }).run(both);
  expect(farthest(both, through(order(end, end, { offset: -2 }), recorded))).toBe(0);
});

test('a display to another is, for greys, one curve undone and the other done', () => {
  const greys = Float32Array.from({ length: 90 }, (_, i) => 0.05 + Math.floor(i / 3) * 0.03);
  const theirs = greys.map((v) => srgbCurve.forward(bt1886().inverse(v)));
  const tosrgb = displayEnd({ output: 'srgb', range: 'full' });
  // Each display has a tone scale of its own, which puts mid-grey at the same signal.
  const shown = through(order(screen, tosrgb), greys);
  expect(Math.abs(shown[36] - theirs[36])).toBeLessThan(0.05);
  expect(farthest(through(order(tosrgb, screen), shown), greys)).toBeLessThan(1e-3);
});

/** How far a picture's pixel lies on the way from grey to the edge of the display's gamut. */
function reach(signal: Float32Array, at: number): number {
  const light = [0, 1, 2].map((c) => signal[at + c] ** 2.4);
  const y = 0.2126 * light[0] + 0.7152 * light[1] + 0.0722 * light[2];
  return Math.hypot(...light.map((v) => (v < y ? (y - v) / y : (v - y) / (1 - y))));
}

test('a conversion, then the look on the display, is the combined picture', () => {
  const combined = through(
    roles.combined.order({ look, profile: heron, display: standardDisplay }),
    recorded,
  );
  const creative = through(order(screen, screen, { look }), pictures);
  // The display's edges hold less than light does: the pictures agree where it clipped nothing and drew nothing in.
  const differences = Array.from(combined, (v, i) => Math.abs(v - creative[i])).filter(
    (_, i) => isInside(pictures, 0.02, 0.98)(_, i) && reach(pictures, i - (i % 3)) < 0.8,
  );
  expect(differences.length).toBeGreaterThan(250);
  expect(Math.max(...differences)).toBeLessThan(2e-3);
});

test('a finished picture goes back among log footage: the return of a conversion is the recording', () => {
  const back = through(order(screen, sceneEnd(heron)), pictures);
  const light = Float32Array.from(recorded);
  codeToLight(heron)(light);
  const shown = Float32Array.from(pictures);
  compileRendering({ ...look.rendering, ...standardDisplay }).toLight(shown);
  /** Where colours are left alone: short of the gamut's last part, and of light with next to nothing in a channel. */
  const isLeftAlone = (i: number) => {
    const p = i - (i % 3);
    const [lights, rgb] = [light.subarray(p, p + 3), shown.subarray(p, p + 3)];
    const y = 0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2];
    const reach = Math.max(...Array.from(rgb, (v) => (v < y ? (y - v) / y : (v - y) / (1 - y))));
    return reach < 0.75 && Math.min(...lights) > 0.2 * Math.max(...lights);
  };
  const isFree = isInside(pictures, 0.02, 0.98);
  const kept = Array.from(back, (v, i) => Math.abs(v - recorded[i])).filter(
    (d, i) => isFree(d, i) && isLeftAlone(i),
  );
  expect(kept.length).toBeGreaterThan(300);
  expect(Math.max(...kept)).toBeLessThan(2e-3);
});

test('a conversion is the combined order without its look, bit for bit where the look is at rest', () => {
  const parts = { look: { ...atRest, rendering: look.rendering }, profile: heron, display: standardDisplay };
  expect(through(roles.conversion.order(parts), recorded)).toEqual(
    through(roles.combined.order(parts), recorded),
  );
});

test('what leaves a log end is held to its codes', () => {
  const end = sceneEnd(heron);
  const bright = through(order(end, end, { offset: 12 }), recorded);
  expect(Math.max(...bright)).toBe(1);
  expect(Math.min(...bright)).toBeGreaterThanOrEqual(0);
});
