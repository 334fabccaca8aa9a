import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { parseProfile } from '../camera/profile.ts';
import { newLook } from '../look/document.ts';
import { bake } from './bake.ts';
import { PreviewBaker } from './previewBaker.ts';
import { standardDisplay } from '../render/display.ts';

const heron = parseProfile(
  JSON.parse(readFileSync(new URL('../../../demo/profiles/heron.json', import.meta.url), 'utf8')),
  'heron',
);
const order = {
  look: newLook('Preview'),
  profile: heron,
  display: standardDisplay,
  role: 'combined' as const,
};

test('grids are kept up to a number, the latest of them, and a preview stays what an export would hold', () => {
  const baker = new PreviewBaker(3);
  for (let grid = 2; grid < 12; grid++) baker.bake({ ...order, grid });
  expect(baker.kept).toBe(3);
  for (const grid of [9, 11, 2])
    expect(baker.bake({ ...order, grid }).cube.data).toEqual(bake({ ...order, grid }).data);
  expect(baker.kept).toBe(3);
});
