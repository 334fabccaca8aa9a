import { serve } from './serve.ts';

/** Serves what is in the data folder, without the demo. */
await serve(() => Promise.resolve('/'));
