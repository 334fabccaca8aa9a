import { expose } from '../expose.ts';
import { judge } from '../judge.ts';

expose(judge);
