import { afterEach, expect, test, vi } from 'vitest';
import { newLook } from '@velvet-dusk/core/look/document';

const store = new Map<string, string>();
vi.stubGlobal('localStorage', { getItem: (key: string) => store.get(key) ?? null });
vi.mock('./windowId.ts', () => ({
  windowId: Promise.resolve('me'),
  openWindows: () => Promise.resolve(new Set()),
}));
const { keptEdits, keptLook, parsed } = await import('./drafts.ts');
afterEach(() => store.clear());

const schema = keptLook;
test('an unsaved look of an earlier release is brought to today’s version, not thrown away', () => {
  const look = newLook('Old');
  const rendering = { ...look.rendering, output: 'srgb', range: 'full' };
  store.set('draft', JSON.stringify({ ...look, schemaVersion: 2, rendering, strength: 0.7 }));
  expect(parsed('draft', schema)).toEqual({ ...look, strength: 0.7 });
});

test('what a draft of a plate does not name is not changed by it', () => {
  store.set('draft', JSON.stringify({ name: 'Quay' }));
  expect(parsed('draft', keptEdits)).toEqual({ name: 'Quay' });
});

test('what is no look is no draft', () => {
  for (const text of ['{', '{}', 'null', '{"kind":"velvet-dusk/look","schemaVersion":99}']) {
    store.set('draft', text);
    expect(parsed('draft', schema)).toBeUndefined();
  }
});
