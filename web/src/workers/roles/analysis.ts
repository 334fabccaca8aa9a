import { expose } from '../expose.ts';
import { analysis } from '../analysis.ts';

expose(analysis);
