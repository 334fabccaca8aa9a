import { serve } from '@velvet-dusk/server/serve';
import { demoProjectId, seedDemo } from './seed.ts';

await serve(async (services, say) => {
  await seedDemo(services, say);
  return `/${demoProjectId}`;
});
