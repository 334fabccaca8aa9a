import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/** Lines of what is finished of a pack's job, the first of them its head; none before it began or once it is over. */
export function readJournal(dataFolder: string, jobId: string): string[] {
  try {
    const lines = readFileSync(join(dataFolder, 'work', jobId, 'journal.ndjson'), 'utf8').split('\n');
    // The last is empty, or one that is being written.
    return lines.slice(0, -1);
  } catch {
    return [];
  }
}
