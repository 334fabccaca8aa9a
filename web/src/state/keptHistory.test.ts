import { beforeEach, expect, test, vi } from 'vitest';
import { emptyRecord } from '@velvet-dusk/core/recording/shotRecord';
import { newLook } from '@velvet-dusk/core/look/document';
import { neutralShot } from '@velvet-dusk/core/look/shot';
import { readHistory, writeHistory } from './keptHistory.ts';

const kept = new Map<string, string>();
beforeEach(() => {
  kept.clear();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, text: string) => kept.set(key, text),
    removeItem: (key: string) => kept.delete(key),
  });
});

const plate = {
  name: 'Quay, late',
  scene: 'Harbour',
  profileId: 'heron',
  shot: neutralShot,
  marks: [],
  texture: {},
  strengths: {},
  acceptedMisses: {},
  record: emptyRecord,
  shotNotes: [],
};
const step = (name: string) => ({ look: newLook(name), plates: { quay: plate } });

test('steps of undo come back over a reload, for the version they lead to', () => {
  writeHistory('look', 4, [step('one'), step('two')], [step('three')]);
  const { past, future } = readHistory('look', 4);
  expect(past.map((d) => d.look.name)).toEqual(['one', 'two']);
  expect(future[0].plates.quay).toEqual(plate);
  expect(readHistory('look', 5)).toEqual({ past: [], future: [] });
});

test('steps that were kept before plates had strengths come back with none', () => {
  writeHistory('look', 4, [step('one')], []);
  for (const [key, text] of kept) kept.set(key, text.replace(',"strengths":{}', ''));
  expect([...kept.values()].join()).not.toContain('strengths');
  expect(readHistory('look', 4).past[0].plates.quay).toEqual(plate);
});

test('steps that were kept before plates had scenes come back with the scene of the name', () => {
  writeHistory('look', 4, [step('one')], []);
  for (const [key, text] of kept) kept.set(key, text.replace('"scene":"Harbour",', ''));
  expect([...kept.values()].join()).not.toContain('Harbour');
  expect(readHistory('look', 4).past[0].plates.quay).toEqual({ ...plate, scene: 'Quay' });
});
