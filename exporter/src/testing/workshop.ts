import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll } from 'vitest';
import { PackThreads } from '../threads.ts';

/** A folder and threads for the tests of one file: begun before them, gone after them. */
export function startWorkshop(name: string) {
  const folder = mkdtempSync(join(tmpdir(), `${name}-`));
  let threads: PackThreads;
  beforeAll(() => {
    threads = new PackThreads(2);
  });
  afterAll(async () => {
    await threads.close();
    rmSync(folder, { recursive: true });
  });
  return {
    folder,
    at: (file: string) => join(folder, file),
    get threads() {
      return threads;
    },
  };
}
