import { numbered, slug } from '@velvet-dusk/core/slug';

/** First words of addresses that are not projects. */
const reserved = new Set(['api', 'assets']);

/** The ID of a project's name, with a number behind it where it is taken. */
export async function freeId(name: string, isTaken: (id: string) => Promise<boolean>): Promise<string> {
  const base = slug(name, { fallback: 'project' });
  for (let n = 1; ; n++) {
    const id = numbered(base, n);
    if (!reserved.has(id) && !(await isTaken(id))) return id;
  }
}
