import { readFileSync } from 'node:fs';
import { transformBuffer } from '../colour/matrix.ts';
import { rgbToRgb } from '../colour/rgbSpace.ts';
import { bt709, working } from '../colour/spaces/index.ts';
import { parseExr, type SceneFrame } from '../formats/exr/parse.ts';

/** The demo's masters, by file name without its ending. */
export const demoSceneNames = [
  'arcade-neon',
  'galley-tungsten',
  'heads-and-chart',
  'marsh-noon',
  'quay-blue-hour',
  'wheelhouse-overcast',
] as const;

const read = new Map<string, SceneFrame>();

/** A demo master, linear BT.709, width × height × 3. Unpacked once for all tests of a process: not to be written to. */
export function demoScene(name: string): SceneFrame {
  let scene = read.get(name);
  if (!scene) {
    const file = new URL(`../../../demo/plates/${name}.exr`, import.meta.url);
    read.set(name, (scene = parseExr(readFileSync(file), name)));
  }
  return scene;
}

/** Pixels of a demo master at even steps, in working light. @returns count × 3, one's own. */
export function demoLight(name: string, count: number): Float32Array {
  const { rgb } = demoScene(name);
  const step = Math.floor(rgb.length / 3 / count);
  const out = new Float32Array(count * 3);
  for (let i = 0; i < count; i++) out.set(rgb.subarray(i * step * 3, i * step * 3 + 3), i * 3);
  transformBuffer(rgbToRgb(bt709, working), out);
  return out;
}
