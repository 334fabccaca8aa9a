/**
 * Runs before the page's own code is read: asks for the project, starts the workers that draw, and has them fetch the
 * frame and bake the look that will be shown first. Whatever goes wrong here is met again, and told, by the page itself.
 */
import { onScreen } from '@velvet-dusk/core/render/encoding';
import type { Project } from '@velvet-dusk/core/api/contract';
import { addressOf } from '@velvet-dusk/core/api/endpoints/endpoint';
import { projectPath } from '@velvet-dusk/core/api/endpoints/files';
import { askEarly } from './api/early.ts';
import { frameUrl } from './api/urls.ts';
import { movingGrids } from './bench/viewer/grids.ts';
import { engine, frameKeeper, painter, startDrawing } from './workers/index.ts';

async function warmUp(projectId: string): Promise<void> {
  startDrawing();
  const answer = await askEarly(addressOf({ path: projectPath }, { id: projectId }));
  if (!answer.ok) return;
  // As the server sent it: the page checks what it reads of it.
  const project = (await answer.clone().json()) as Project;
  const asked = new URLSearchParams(location.search);
  const plates = project.plates.filter((p) => p.kind === 'plate');
  const plate = plates.find((p) => p.id === asked.get('plate')) ?? plates[0];
  if (!plate) return;
  void frameKeeper.warm(frameUrl(plate));
  void painter.warm(frameUrl(plate));
  const profile = project.profiles.find((p) => p.document.id === plate.profileId)?.document;
  const record = project.looks.find((l) => l.id === asked.get('look')) ?? project.looks[0];
  if (!record || !profile) return;
  const look = record.document;
  await engine.bake({
    look,
    profile,
    display: onScreen(project.viewing),
    role: 'combined',
    monitorOffsetStops: 0,
    grid: movingGrids.usual,
  });
}

const [projectId, station = 'look'] = location.pathname.split('/').filter(Boolean);
if (projectId && station === 'look') warmUp(projectId).catch(() => {});

// Last, so that all of the above is under way while it is fetched and read.
void import('./main.tsx');
