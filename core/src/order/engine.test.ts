import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { parseProfile } from '../camera/profile.ts';
import { parseLook } from '../look/document.ts';
import { bake, cubeHeader } from './bake.ts';
import { engine } from './engine.ts';
import values from './engineValues.json' with { type: 'json' };
import { type RoleId, roleIds } from './roles/index.ts';
import { standardDisplay } from '../render/display.ts';

const demo = (file: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../../demo/${file}`, import.meta.url), 'utf8'));
const heron = parseProfile(demo('profiles/heron.json'), 'heron');
const wren = parseProfile(demo('profiles/wren.json'), 'wren');
const looks = readdirSync(new URL('../../../demo/looks', import.meta.url)).map((f) => f.replace('.json', ''));

/** Codes of ten bits at the nodes of a small cube. */
function baked(id: string, role: RoleId, grid: number): number[] {
  const look = parseLook(demo(`looks/${id}.json`), id);
  const { data } = bake({ look, profile: heron, to: wren, display: standardDisplay, role, offset: 1, grid });
  return Array.from(data, (v) => Number((v * 1023).toFixed(1)));
}
const isKept = (wanted: readonly number[], now: readonly number[], what: string) => {
  expect(now, what).toHaveLength(wanted.length);
  wanted.forEach((v, i) => expect(Math.abs(now[i] - v), `${what}, value ${i}`).toBeLessThan(0.5));
};

describe('the values of this engine are those it was numbered for: whoever changes them raises it', () => {
  test('of every look of the demo', () => {
    expect(values.engine).toBe(engine);
    expect(Object.keys(values.looks).sort()).toEqual(looks.sort());
    for (const [id, wanted] of Object.entries(values.looks)) isKept(wanted, baked(id, 'combined', 5), id);
  });

  test('of one look in every role', () => {
    expect(Object.keys(values.roles).sort()).toEqual([...roleIds].sort());
    for (const role of roleIds) isKept(values.roles[role], baked('slack-water', role, 4), role);
  });
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
