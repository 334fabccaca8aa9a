import { spawnSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, vi } from 'vitest';
import { run } from '../run.ts';

/** The command line in this process, and for what only a process has, as users start it. */

export const root = fileURLToPath(new URL('../../../', import.meta.url));
// Built when the tests begin.
export const program = join(root, '.build/dusk.mjs');

/** A folder of its own for each file of tests: those of one process run one after the other. */
export function newFolder() {
  const folder = mkdtempSync(join(tmpdir(), 'dusk-cli-'));
  return { folder, at: (name: string) => join(folder, name) };
}

export interface Done {
  code: number | null;
  out: string;
  err: string;
}

/** Runs a command here; what it says is kept instead of shown. */
export async function dusk(...args: string[]): Promise<Done> {
  const said = { stdout: '', stderr: '' };
  const spies = (['stdout', 'stderr'] as const).map((name) =>
    vi.spyOn(process[name], 'write').mockImplementation((text) => {
      said[name] += String(text);
      return true;
    }),
  );
  try {
    return { code: await run(args), out: said.stdout, err: said.stderr };
  } finally {
    for (const spy of spies) spy.mockRestore();
  }
}

/** Runs a command in a process of its own. */
export function duskProcess(...args: string[]): Done {
  const done = spawnSync(process.execPath, [program, ...args], { cwd: root, encoding: 'utf8' });
  return { code: done.status, out: done.stdout, err: done.stderr };
}

export async function json(...args: string[]): Promise<Record<string, never>> {
  const done = await dusk(...args);
  expect(done).toMatchObject({ code: 0, err: '' });
  return JSON.parse(done.out) as Record<string, never>;
}
