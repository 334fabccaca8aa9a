/** Entry of a worker thread: teaches it TypeScript first, which the parent's own loader does not pass on. */
import { register } from 'tsx/esm/api';

register();
export const { makeLut, makePages, planFiles, runCells, runSearch } = await import('./tasks.ts');
