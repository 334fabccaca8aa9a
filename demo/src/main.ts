import { serve } from '@velvet-dusk/server/serve';
import { prepareDemo } from './demo.ts';

// Tests of the screens have no use for the release.
await serve((services, say) =>
  prepareDemo(services, say, { release: process.env.DUSK_DEMO_RELEASE !== 'none' }),
);
