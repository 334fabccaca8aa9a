import { expose } from '../expose.ts';
import { inspector } from '../inspect.ts';

expose(inspector);
