import * as Comlink from 'comlink';
import { analysis } from './analysis.ts';
import { engine } from './engine.ts';
import { keeper } from './frameKeeper.ts';
import { awaitFrameLine } from './frameLine.ts';
import { judge } from './judge.ts';
import { painter } from './painter.ts';
import { solver } from './solve.ts';

/** The one entry of all workers, so that there is one file to build and to fetch: its name says which of them it is. */
const roles = { analysis, engine, frames: keeper, judge, painter, solver };

const role = roles[self.name as keyof typeof roles];
if (!role) throw new Error(`no worker is called "${self.name}"`);
awaitFrameLine();
Comlink.expose(role);
