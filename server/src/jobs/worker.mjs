/** Entry of a worker thread: teaches it TypeScript first, which the parent's own loader does not pass on. */
import { register } from 'tsx/esm/api';

register();
export const { planOrder, runClip, runExport, readPlate, readLut, readAnyLut, readProfile } =
  await import('./tasks.ts');
