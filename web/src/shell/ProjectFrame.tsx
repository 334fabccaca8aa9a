import { type ReactNode, Suspense, useEffect, useMemo } from 'react';
import { Navigate, useParams } from 'react-router';
import type { Project } from '@velvet-dusk/core/api/contract';
import { useJobEvents, useJobs } from '../api/jobs.ts';
import { useProject } from '../api/queries.ts';
import { ProjectContext } from '../bench/useBench.ts';
import { LaterStation } from '../screens/later/LaterStation.tsx';
import { LookBench } from '../screens/look/LookBench.tsx';
import { autosave } from '../state/autosave.ts';
import { useDocument } from '../state/document.ts';
import { useView } from '../state/view.ts';
import { lazily } from '../ui/lazily.ts';
import { useFirstPicture } from '../workers/useFirstPicture.ts';
import { Message } from './Message.tsx';
import { stations } from './stations.ts';
import { TopBar } from './TopBar.tsx';
import { UnreadableNotice } from './UnreadableNotice.tsx';

/** The project with its plates as they are edited now. */
function useEdited(project: Project): Project {
  const edits = useDocument((s) => s.plates);
  return useMemo(
    () => ({ ...project, plates: project.plates.map((p) => ({ ...p, ...edits[p.id] })) }),
    [project, edits],
  );
}

// The bench is what a project opens with; the other stations are read when they are opened.
const CamerasScreen = lazily(() => import('../screens/cameras/CamerasScreen.tsx'), 'CamerasScreen');
const Windows = lazily(() => import('./Windows.tsx'), 'Windows');
const PlatesScreen = lazily(() => import('../screens/plates/PlatesScreen.tsx'), 'PlatesScreen');

/** Stations that are built, by ID; the others say what they will do. */
const screens: Record<string, () => ReactNode> = {
  cameras: () => <CamerasScreen />,
  plates: () => <PlatesScreen />,
  look: () => <LookBench />,
};

function OpenProject({ project: saved }: { project: Project }) {
  const { station: stationId } = useParams();
  const project = useEdited(saved);
  const { counts } = useJobs(project.id);
  const isShown = useFirstPicture();
  useJobEvents(project.id, isShown);
  const station = stations.find((s) => s.id === stationId);
  if (!station) return <Navigate to={`/${project.id}/look`} replace />;
  return (
    <ProjectContext value={project}>
      <div className="h-full min-w-[1100px] flex flex-col">
        <TopBar project={project} jobs={counts} />
        <UnreadableNotice rows={project.unreadable} />
        <Suspense fallback={<Message text="Opening …" />}>
          {screens[station.id]?.() ?? <LaterStation station={station} />}
        </Suspense>
      </div>
      <Suspense>{isShown && <Windows />}</Suspense>
    </ProjectContext>
  );
}

/** Opens a project: the chosen look, or its first, goes on the bench. */
export function ProjectFrame() {
  const { project: id = '' } = useParams();
  const { data: project, error } = useProject(id);
  const chosen = useView((s) => s.lookId);
  const lookId = (project?.looks.find((l) => l.id === chosen) ?? project?.looks[0])?.id;
  const openId = useDocument((s) => s.lookId);
  useEffect(() => {
    if (!project || !lookId) return;
    if (autosave.isOpen(lookId)) autosave.addPlates(project);
    else void autosave.open(project, lookId);
  }, [project, lookId]);
  if (error) return <Message text={error.message} retry />;
  if (!project) return <Message text="Opening the project …" />;
  if (!lookId) return <Message text={`"${project.name}" holds no look yet.`} />;
  return openId === lookId ? <OpenProject project={project} /> : null;
}
