import { expose } from '../expose.ts';
import { solver } from '../solve.ts';

expose(solver);
