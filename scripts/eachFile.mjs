import fc from 'fast-check';
import { afterAll, vi } from 'vitest';

/** Properties are tried on the same values every time, so that a run says the same again; another seed tries others. */
fc.configureGlobal({ seed: Number(process.env.DUSK_SEED ?? 1) });

/** What a file put in the place of clocks and globals is gone before the next one, in the same process. */
afterAll(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});
