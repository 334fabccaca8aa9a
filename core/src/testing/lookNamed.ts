import { readFileSync } from 'node:fs';
import { type Look, parseLook } from '../look/document.ts';

/** The looks of the demo, by file name without its ending. */
export const demoLookNames = ['slack-water', 'sodium-quay', 'oilskin', 'lamplight-negative'] as const;

export const demoLook = (name: string): Look =>
  parseLook(
    JSON.parse(readFileSync(new URL(`../../../demo/looks/${name}.json`, import.meta.url), 'utf8')),
    name,
  );
