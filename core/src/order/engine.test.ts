import { readdirSync, readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { parseProfile } from '../camera/profile.ts';
import { parseLook } from '../look/document.ts';
import { bake, cubeHeader } from './bake.ts';
import { engine } from './engine.ts';
import values from './engineValues.json' with { type: 'json' };
import { standardDisplay } from '../render/display.ts';

const demo = (file: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../../demo/${file}`, import.meta.url), 'utf8'));
const heron = parseProfile(demo('profiles/heron.json'), 'heron');
const looks = readdirSync(new URL('../../../demo/looks', import.meta.url)).map((f) => f.replace('.json', ''));

/** Codes of ten bits at the nodes of a small cube. */
function baked(id: string): number[] {
  const look = parseLook(demo(`looks/${id}.json`), id);
  const { data } = bake({ look, profile: heron, display: standardDisplay, role: 'combined', grid: 5 });
  return Array.from(data, (v) => Number((v * 1023).toFixed(1)));
}

test('the values of this engine are those it was numbered for: whoever changes them raises it', () => {
  expect(values.engine).toBe(engine);
  expect(Object.keys(values.looks).sort()).toEqual(looks.sort());
  for (const [id, wanted] of Object.entries(values.looks)) {
    const now = baked(id);
    wanted.forEach((v, i) => expect(Math.abs(now[i] - v), `${id}, value ${i}`).toBeLessThan(0.5));
  }
});

test('a header names the engine', () => {
  const look = parseLook(demo('looks/slack-water.json'), 'slack-water');
  const { comments } = cubeHeader({
    look,
    profile: heron,
    display: standardDisplay,
    role: 'combined',
    grid: 5,
  });
  expect(comments).toContain(`engine: ${engine}`);
});
