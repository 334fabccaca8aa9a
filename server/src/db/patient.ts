import { setTimeout as wait } from 'node:timers/promises';
import type { Client } from '@libsql/client';

/** Milliseconds a call waits for another program's lock, and between its tries. */
const patience = { longest: 4000, between: 25 };

/** What the database calls an error, which may be wrapped; empty for one that is not the database's. */
export const codeOf = (error: unknown): string => {
  const { code, cause } = error as { code?: string; cause?: unknown };
  return code ?? (cause ? codeOf(cause) : '');
};

export const isLocked = (error: unknown) =>
  ['SQLITE_BUSY', 'SQLITE_LOCKED'].some((code) => (error as { code?: string }).code?.startsWith(code));

async function patiently<T>(ask: () => Promise<T>): Promise<T> {
  const end = performance.now() + patience.longest;
  for (;;) {
    try {
      return await ask();
    } catch (error) {
      if (!isLocked(error) || performance.now() > end) throw error;
    }
    await wait(patience.between);
  }
}

/**
 * A client that waits for a locked database between tries, not in them: the driver is synchronous, and its own waiting
 * would hold up everything else this process answers.
 */
export function patient(client: Client): Client {
  return new Proxy(client, {
    get(target, key) {
      const member: unknown = Reflect.get(target, key, target);
      if (typeof member !== 'function') return member;
      const call = (member as (...args: unknown[]) => Promise<unknown>).bind(target);
      return key === 'execute' || key === 'batch' || key === 'migrate'
        ? (...args: unknown[]) => patiently(() => call(...args))
        : call;
    },
  });
}
