/**
 * Runs before the page's own code is read: asks for the project and the frame that will be shown first, and starts the
 * workers that draw it. Whatever goes wrong here is met again, and told, by the page itself.
 */
import { askEarly } from './api/early.ts';
import { warmWorker } from './workers/start.ts';

interface Known {
  plates: { id: string; kind: string }[];
}

async function frameOf(project: string): Promise<void> {
  const answer = await askEarly(`/api/projects/${project}`);
  if (!answer.ok) return;
  const { plates } = (await answer.clone().json()) as Known;
  const first = plates.find((p) => p.kind === 'plate');
  // The browser keeps it; the worker that fetches frames finds it there.
  if (first) await fetch(`/api/plates/${first.id}/frame.rgb16`);
}

const [project, station = 'look'] = location.pathname.split('/').filter(Boolean);
if (station === 'look') {
  for (const name of ['frames', 'engine', 'painter'] as const) warmWorker(name);
  if (project) frameOf(project).catch(() => {});
}

// Last, so that all of the above is under way while it is fetched and read.
void import('./main.tsx');
