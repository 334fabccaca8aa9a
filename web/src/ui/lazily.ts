import { type ComponentType, lazy } from 'react';

/** Milliseconds until code that could not be fetched is asked for again; doubled each time, up to the last. */
const pauses = { first: 500, longest: 8000 };

/** Asks until it is there: a server that is away for a moment must not take the page along. What stands in for it stays meanwhile. */
async function untilThere<T>(load: () => Promise<T>): Promise<T> {
  for (let pause = pauses.first; ; pause = Math.min(pause * 2, pauses.longest)) {
    try {
      return await load();
    } catch (error) {
      console.warn(error);
      await new Promise((wake) => setTimeout(wake, pause));
    }
  }
}

/** A component whose code is fetched when it is first shown. @param name of the export. */
export const lazily = <N extends string, P>(load: () => Promise<Record<N, ComponentType<P>>>, name: N) =>
  lazy(async () => ({ default: (await untilThere(load))[name] }));
