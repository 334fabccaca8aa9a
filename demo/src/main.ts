import { serve } from '@velvet-dusk/server/serve';
import { demoProjectId, releaseDemo, seedDemo } from './seed.ts';

await serve(async (services, say) => {
  await seedDemo(services, say);
  // In the background; tests of the screens have no use for it.
  if (process.env.DUSK_DEMO_RELEASE !== 'none') releaseDemo(services).catch((e: Error) => say(e.message));
  return `/${demoProjectId}`;
});
