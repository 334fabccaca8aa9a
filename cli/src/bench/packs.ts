import { spawn } from 'node:child_process';
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { newPack, type PackItem, packItemSchema } from '@velvet-dusk/core/pack/document';
import { specOf, writeSpec } from '@velvet-dusk/core/pack/spec';
import { readLook, readProfile } from '../files.ts';

/** Whole packs, as the command line makes them: time and the most memory that was resident. */

const program = fileURLToPath(new URL('../../../.build/dusk.mjs', import.meta.url));
const cameras = ['heron', 'plover', 'curlew', 'wren'];

export interface PackFigures {
  work: string;
  seconds: number;
  /** MB resident at most. */
  memory: number;
  goal: string;
}

async function specFile(path: string, items: PackItem[]): Promise<void> {
  const look = await readLook(
    fileURLToPath(new URL('../../../demo/looks/lamplight-negative.json', import.meta.url)),
  );
  const pack = {
    ...newPack('Bench'),
    ocioConfig: false,
    cells: cameras.map((profileId) => ({ lookId: 'film', profileId, items })),
  };
  const profiles = await Promise.all(cameras.map(readProfile));
  const spec = specOf(pack, { looks: [{ id: 'film', version: 1, document: look }], profiles });
  writeFileSync(path, JSON.stringify(writeSpec(spec)));
}

/** Strengths of one offset, at most: they are told in whole percents. */
const perOffset = 50;

/** LUTs of one look that differ in strength and offset alone, so that each is baked by itself. */
const variants = (count: number, grid: number): PackItem[] =>
  Array.from({ length: count }, (_, i) =>
    packItemSchema.parse({
      role: 'monitor-partner',
      grid,
      strength: 1 - (i % perOffset) / 100,
      offset: 0.25 * (1 + Math.floor(i / perOffset)),
      destinations: ['editor'],
    }),
  );

/** The most a process has had resident, MB; 0 once it is gone. */
function residentOf(pid: number): number {
  try {
    return Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
  } catch {
    return 0;
  }
}

async function run(
  folder: string,
  name: string,
  items: PackItem[],
): Promise<Omit<PackFigures, 'work' | 'goal'>> {
  const [spec, out] = [join(folder, `${name}.json`), join(folder, `${name}.zip`)];
  await specFile(spec, items);
  const start = performance.now();
  const child = spawn(process.execPath, [program, 'pack', '--spec', spec, '--out', out, '--json'], {
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  let memory = 0;
  const watch = setInterval(() => {
    memory = Math.max(memory, residentOf(child.pid!));
  }, 25);
  const code = await new Promise((resolve) => child.on('exit', resolve));
  clearInterval(watch);
  if (code !== 0) throw new Error(`the pack "${name}" was not made: exit ${String(code)}`);
  const seconds = (performance.now() - start) / 1000;
  rmSync(out);
  return { seconds, memory };
}

export async function packFigures(folder: string): Promise<PackFigures[]> {
  const make = async (work: string, goal: string, items: PackItem[]) => ({
    work,
    goal,
    ...(await run(folder, work.replace(/\W+/g, '-'), items)),
  });
  return [
    await make('120 cubes at 33³, film look, 4 cameras, proved and zipped', '15 s, 500 MB', variants(30, 33)),
    await make('1000 cubes at 9³', 'no more memory than 120 take', variants(250, 9)),
    await make('4 cubes at 129³', 'works', variants(1, 129)),
  ];
}
