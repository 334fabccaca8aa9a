import { expose } from '../expose.ts';
import { painter } from '../painter.ts';

expose(painter);
