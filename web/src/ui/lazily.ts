import { type ComponentType, lazy } from 'react';

/** A component whose code is fetched when it is first shown. @param name of the export. */
export const lazily = <N extends string, P>(load: () => Promise<Record<N, ComponentType<P>>>, name: N) =>
  lazy(async () => ({ default: (await load())[name] }));
