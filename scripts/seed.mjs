import fc from 'fast-check';

/** Properties are tried on the same values every time, so that a run says the same again; another seed tries others. */
fc.configureGlobal({ seed: Number(process.env.DUSK_SEED ?? 1) });
