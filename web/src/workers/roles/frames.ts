import { expose } from '../expose.ts';
import { keeper } from '../frameKeeper.ts';

expose(keeper);
