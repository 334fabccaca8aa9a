import { sha256Of } from '@velvet-dusk/exporter/sha256';
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import type * as Promises from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, describe, expect, test, vi } from 'vitest';

/** What the disk does with a write: 'whole', 'short' (takes 1000 bytes at most), 'full' (takes 5000 in all). */
const disk = vi.hoisted(() => ({ way: 'whole' as 'whole' | 'short' | 'full' | 'liar' }));
vi.mock('node:fs/promises', async (original) => {
  const real = await original<typeof Promises>();
  const open = async (...args: Parameters<typeof real.open>) => {
    const file = await real.open(...args);
    const write = file.write.bind(file) as (
      b: Uint8Array,
      o?: number,
      l?: number,
    ) => Promise<{ bytesWritten: number }>;
    let taken = 0;
    Object.assign(file, {
      async write(bytes: Uint8Array, offset = 0) {
        const wanted = bytes.length - offset;
        if (disk.way === 'full' && taken >= 5000)
          throw Object.assign(new Error('ENOSPC: no space left on device, write'), { code: 'ENOSPC' });
        const length = disk.way === 'whole' ? wanted : Math.min(wanted, 1000);
        taken += length;
        const done = await write(bytes, offset, length);
        // Says that it took all, as no disk should.
        return disk.way === 'liar' ? { bytesWritten: wanted } : done;
      },
    });
    return file;
  };
  return { ...real, open };
});
// Test files share their modules: this one takes the store on the disk above, and leaves none behind.
vi.resetModules();
const { FileStore } = await import('./store.ts');
afterAll(() => void vi.resetModules());

afterEach(() => {
  disk.way = 'whole';
});
const bytes = Uint8Array.from({ length: 36_117 }, (_, i) => (i * 31) % 251);
async function fresh() {
  const folder = mkdtempSync(join(tmpdir(), 'dusk-store-'));
  const store = new FileStore(folder);
  await store.prepare();
  return { store, left: () => readdirSync(join(folder, 'parts')), folder };
}

describe('a stored file is whole', () => {
  test('also where each write takes only a part', async () => {
    disk.way = 'short';
    const { store } = await fresh();
    const sha = await store.put(bytes);
    expect(sha).toBe(sha256Of(bytes));
    expect(readFileSync(store.pathOf(sha)).equals(Buffer.from(bytes))).toBe(true);
  });

  test('a full disk stores nothing and leaves nothing', async () => {
    disk.way = 'full';
    const { store, left, folder } = await fresh();
    await expect(store.put(bytes)).rejects.toThrow(/ENOSPC/);
    expect(left()).toEqual([]);
    expect(readdirSync(folder)).toEqual(['parts']);
  });

  test('what reads back as something else is never under its name', async () => {
    disk.way = 'liar';
    const { store } = await fresh();
    await expect(store.put(bytes)).rejects.toThrow(/reads back as/);
    expect(await store.has(sha256Of(bytes))).toBe(false);
  });
});
