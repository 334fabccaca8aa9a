import { readdirSync, readFileSync } from 'node:fs';
import { parseLook } from '../look/document.ts';
import { newPack, type Pack, packItemSchema, withItems } from '../pack/document.ts';
import type { PackSources } from '../pack/plannedLut.ts';
import { inShape, type PackShapeId } from '../pack/shapes.ts';
import { profileOf } from './profiles.ts';

/** Packs of the demo's looks and cameras, for tests. */

const folder = 'demo/looks';
export const looks = readdirSync(folder).map((file) => ({
  id: file.replace('.json', ''),
  document: parseLook(JSON.parse(readFileSync(`${folder}/${file}`, 'utf8')), file),
  version: 3,
}));
export const cameras = ['heron', 'plover', 'curlew', 'wren'];
export const sources: PackSources = { looks, profiles: cameras.map(profileOf) };
export const lookIds = looks.map((l) => l.id);

export const shaped = (shape: PackShapeId) =>
  inShape(newPack('Night Crew'), shape, { looks: lookIds, profiles: cameras, monitorOffsetStops: 0 });
export const item = (wish: object) =>
  packItemSchema.parse({ role: 'combined', destinations: ['editor'], ...wish });
export const packOf = (...items: object[]): Pack =>
  withItems(newPack('Night Crew'), lookIds[0], 'heron', items.map(item));
