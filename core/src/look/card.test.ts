import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { textureSchema } from '../texture/index.ts';
import { lookCard } from './card.ts';
import { newLook, parseLook } from './document.ts';
import { recipeHash } from './hash.ts';

const file = new URL('../../../demo/looks/slack-water.json', import.meta.url);
const look = parseLook(JSON.parse(readFileSync(file, 'utf8')), 'slack-water.json');

test('a card tells what travels, what does not, and which recipe it was', () => {
  const texture = textureSchema.parse({ grain: { on: true, gauge: '16mm', rms: 6 }, bloom: { on: false } });
  const card = lookCard({ ...look, texture, notes: 'for the quay\nat dusk' }, { project: 'Saltmarsh Line' });
  expect(card).toContain('LOOK CARD  Slack Water\nProject    Saltmarsh Line');
  expect(card).toContain(recipeHash(look).slice(0, 16));
  expect(card).toMatch(/travels in the LUT, at 100 %\n {2}Exposure +\S/);
  expect(card).toMatch(/does not travel in a LUT[^\n]*\n {2}Grain\n {4}16 mm film, RMS granularity 6/);
  expect(card).not.toContain('Bloom');
  expect(card).toContain('Notes\n  for the quay\n  at dusk\n');
});

test('steps at rest and texture that is off are not on it', () => {
  expect(lookCard(newLook('Fresh'))).toContain('at 100 %\n  none\n');
  expect(lookCard(newLook('Fresh'))).toMatch(/Texture, [^\n]*\n {2}none\n/);
});
