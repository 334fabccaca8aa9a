import { expose } from '../expose.ts';
import { engine } from '../engine.ts';

expose(engine);
