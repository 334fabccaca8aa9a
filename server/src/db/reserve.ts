import { rm, writeFile } from 'node:fs/promises';
import { reservePath } from './paths.ts';

/** Bytes kept, the most that fits: opening a database takes a file of 32 kB for its shared memory, and a log. */
const sizes = [512 * 1024, 128 * 1024, 72 * 1024];

/**
 * Keeps a little room on the disk while no server works in a data folder, in the place of what one takes when it opens its
 * database: so it starts again where nothing else is left. Without room for that, none is kept.
 */
export async function keepRoom(dataFolder: string): Promise<void> {
  for (const bytes of sizes) {
    const isKept = await writeFile(reservePath(dataFolder), Buffer.alloc(bytes)).then(
      () => true,
      () => false,
    );
    if (isKept) return;
    await rm(reservePath(dataFolder), { force: true });
  }
}

/** Gives it to the server that starts. */
export const giveRoom = (dataFolder: string): Promise<void> => rm(reservePath(dataFolder), { force: true });
