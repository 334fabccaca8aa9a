import * as Comlink from 'comlink';
import { awaitFrameLine } from './frameLine.ts';
import type { WorkerName } from './start.ts';

/** The one entry of all workers: its name says which of them it is, and only that one's code is read. */
const roles: Record<WorkerName, () => Promise<object>> = {
  analysis: async () => (await import('./analysis.ts')).analysis,
  engine: async () => (await import('./engine.ts')).engine,
  frames: async () => (await import('./frameKeeper.ts')).keeper,
  judge: async () => (await import('./judge.ts')).judge,
  painter: async () => (await import('./painter.ts')).painter,
  solver: async () => (await import('./solve.ts')).solver,
};

const role = roles[self.name as WorkerName];
if (!role) throw new Error(`no worker is called "${self.name}"`);

// What comes while the code is being read is kept, and handed on in its order.
const early: MessageEvent[] = [];
const keep = (event: MessageEvent) => void early.push(event);
self.addEventListener('message', keep);
awaitFrameLine();
const ready = await role();
self.removeEventListener('message', keep);
Comlink.expose(ready);
for (const { data, ports } of early)
  self.dispatchEvent(new MessageEvent('message', { data: data as unknown, ports: [...ports] }));
