import { expose } from '../expose.ts';
import { trials } from '../trials.ts';

expose(trials);
