import { useMutation } from '@tanstack/react-query';
import { type ReactNode, Suspense, useEffect, useState } from 'react';
import { Navigate, useLocation, useParams } from 'react-router';
import { lastRunOf } from '@velvet-dusk/core/api/jobs';
import { newLook } from '@velvet-dusk/core/look/document';
import { makeLook } from '@velvet-dusk/core/api/endpoints/looks';
import { call } from '../api/client.ts';
import { useJobEvents, useJobs } from '../api/jobs.ts';
import { forgetStale, type OpenProject, useProject, writeNew } from '../api/project.ts';
import { noteOpened } from '../api/projects.ts';
import { ProjectContext } from '../api/openProject.ts';
import { enterProject, followAddress, writeAddress } from '../state/address.ts';
import { autosave } from '../api/saving/autosave.ts';
import { useDocument } from '../state/document.ts';
import { useView } from '../state/view.ts';
import { Button } from '../ui/Button.tsx';
import { lazily } from '../ui/lazily.ts';
import { useFirstPicture } from '../workers/useFirstPicture.ts';
import { useHelpKey } from './keys.ts';
import { Message } from './Message.tsx';
import { type Station, stations } from './stations.ts';
import { TopBar } from './TopBar.tsx';
import { UnreadableNotice } from './UnreadableNotice.tsx';
import { useEdited } from './useEdited.ts';

const Windows = lazily(() => import('./Windows.tsx'), 'Windows');

/** What is shown of a station. */
export type Screens = (station: Station) => ReactNode;

function Stations({ project: saved, screens }: { project: OpenProject; screens: Screens }) {
  const { station: stationId } = useParams();
  const { key } = useLocation();
  const project = useEdited(saved);
  const { counts, exports, jobs } = useJobs(project.id);
  const isShown = useFirstPicture() || stationId !== 'look';
  useJobEvents(project.id, isShown);
  useEffect(() => noteOpened(project.id), [project.id]);
  useHelpKey();
  useEffect(followAddress, []);
  useEffect(writeAddress, [key]);
  const station = stations.find((s) => s.id === stationId);
  if (!station) return <Navigate to={`/${project.id}/look`} replace />;
  return (
    <ProjectContext value={project}>
      <div className="h-full min-w-[1100px] flex flex-col">
        <TopBar project={project} jobs={counts} exportsDone={exports} lastRun={lastRunOf(jobs)} />
        <UnreadableNotice rows={project.unreadable} />
        <Suspense fallback={<Message text="Opening …" />}>{screens(station)}</Suspense>
      </div>
      <Suspense>{isShown && <Windows />}</Suspense>
    </ProjectContext>
  );
}

/** A project whose looks cannot be read: they stay where they are, and another can be begun. */
function NoLook({ project }: { project: OpenProject }) {
  const begin = useMutation({
    mutationFn: () => call(makeLook, { id: project.id }, { body: newLook('New look') }),
    onSuccess: (record) => writeNew('looks', project.id, record),
  });
  return (
    <div className="h-full flex flex-col">
      <UnreadableNotice rows={project.unreadable} />
      <Message text={begin.error?.message ?? `"${project.name}" holds no look that can be read.`}>
        <Button onClick={() => begin.mutate()}>Begin a new look</Button>
      </Message>
    </div>
  );
}

/** Opens a project: the chosen look, or its first, goes on the bench. */
function ProjectOf({ id, screens }: { id: string; screens: Screens }) {
  // Before anything of it is drawn.
  useState(() => {
    forgetStale(id);
    enterProject(id);
  });
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
  if (!lookId) return <NoLook project={project} />;
  return openId === lookId ? <Stations project={project} screens={screens} /> : null;
}

/** The frame around every station of a project; what stands in it is told from above. */
export function ProjectFrame({ screens }: { screens: Screens }) {
  const { project: id = '' } = useParams();
  return <ProjectOf key={id} id={id} screens={screens} />;
}
