import type { Services } from '@velvet-dusk/server/services/index';
import { demoProjectId, releaseDemo, seedDemo } from './seed.ts';

/** Makes the demo where it is missing, and has its release made in the background. */
export async function prepareDemo(
  services: Services,
  say: (line: string) => void,
  { release }: { release: boolean },
): Promise<string> {
  await seedDemo(services, say);
  if (release) releaseDemo(services).catch((e: Error) => say(e.message));
  return `/${demoProjectId}`;
}
