import { serve } from '@velvet-dusk/server/serve';
import { seedDemo } from './seed.ts';

await serve(seedDemo);
