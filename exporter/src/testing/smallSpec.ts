import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { newPack, packItemSchema, type Pack } from '@velvet-dusk/core/pack/document';
import { type PackSpec, specOf } from '@velvet-dusk/core/pack/spec';
import { parseLook } from '@velvet-dusk/core/look/document';
import { parseProfile } from '@velvet-dusk/core/camera/profile';
import { filesBelow } from '../finish.ts';

export const read = (path: string): unknown => JSON.parse(readFileSync(path, 'utf8'));

/** A small pack: two looks, two cameras, every kind of destination. */
export function smallSpec(change: (pack: Pack) => Pack = (p) => p): PackSpec {
  const item = (wish: object) => packItemSchema.parse({ grid: 9, destinations: ['editor'], ...wish });
  const items = [
    item({ role: 'conversion' }),
    item({ role: 'combined' }),
    item({ role: 'monitor', offset: 1, grid: 17, destinations: ['field-monitor'] }),
    item({ role: 'combined', grid: 17, destinations: ['phone'] }),
  ];
  const lookIds = ['slack-water', 'oilskin'];
  const cameras = ['heron', 'wren'];
  const pack: Pack = {
    ...newPack('Small'),
    ocioConfig: false,
    licence: 'For tests.',
    cells: lookIds.flatMap((lookId) => cameras.map((profileId) => ({ lookId, profileId, items }))),
  };
  return specOf(change(pack), {
    looks: lookIds.map((id) => ({ id, version: 2, document: parseLook(read(`demo/looks/${id}.json`), id) })),
    profiles: cameras.map((id) => parseProfile(read(`demo/profiles/${id}.json`), id)),
  });
}

/** Every file of a pack by its path, as text to be compared. */
export const contents = async (path: string) =>
  new Map((await filesBelow(path)).map((f) => [f, readFileSync(join(path, f)).toString('base64')]));
