import { openAndServe } from '@velvet-dusk/server/serve';
import type { RunningServer } from '@velvet-dusk/server/start';
import { prepareDemo } from './demo.ts';

/** The demo in the process that asks for it: each process of its own loads the whole program anew, which tests need not wait for. */
export const startDemoHere = (folder: string, port: number): Promise<RunningServer> =>
  openAndServe(
    folder,
    port,
    (services, say) => prepareDemo(services, say, { release: false }),
    () => undefined,
  );
