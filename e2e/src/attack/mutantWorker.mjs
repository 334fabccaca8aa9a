/** Entry of the worker: teaches it TypeScript first, which its parent's own loader does not pass on. */
import { register } from 'tsx/esm/api';

register();
await import('./mutantWorker.ts');
