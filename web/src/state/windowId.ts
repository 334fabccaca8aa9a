/**
 * Who this window is. The name lives as long as the tab, over reloads; a lock says that the window is there, so that
 * another may take over what a closed one left.
 */
const key = 'velvet-dusk window';
const lockOf = (id: string) => `${key} ${id}`;

/** Milliseconds a page that was just left, of this same tab, may take to let go of the name. */
const longestLeave = 1000;

/** Holds a window's lock until the page goes. @returns false where another window has it. */
const take = (id: string): Promise<boolean> =>
  new Promise((answer) => {
    const options = { signal: AbortSignal.timeout(longestLeave) };
    navigator.locks
      .request(lockOf(id), options, () => {
        answer(true);
        return new Promise(() => {});
      })
      .catch(() => answer(false));
  });

async function findId(): Promise<string> {
  const known = sessionStorage.getItem(key);
  // A tab that was duplicated has the name of the first.
  if (known && (await take(known))) return known;
  const id = crypto.randomUUID();
  sessionStorage.setItem(key, id);
  await take(id);
  return id;
}

/** This window's name, settled once. */
export const windowId: Promise<string> =
  typeof navigator === 'undefined' ? Promise.resolve('none') : findId();

/** Names of the windows that are open now. */
export async function openWindows(): Promise<Set<string>> {
  const { held = [] } = await navigator.locks.query();
  return new Set(
    held.flatMap(({ name = '' }) => (name.startsWith(`${key} `) ? [name.slice(key.length + 1)] : [])),
  );
}
