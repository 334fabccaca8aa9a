import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import type { ProjectSummary } from '@velvet-dusk/core/api/contract';
import { useProjectActions, useProjects } from '../../api/projects.ts';
import { Message } from '../../shell/Message.tsx';
import { Button } from '../../ui/Button.tsx';
import { Tips } from '../../ui/Tips.tsx';
import { firstPictureShown } from '../../workers/firstPicture.ts';
import { LooseFilesNotice } from './LooseFilesNotice.tsx';
import { NewProjectWindow } from './NewProjectWindow.tsx';
import type { Done } from './done.ts';
import { ProjectStrip } from './ProjectStrip.tsx';
import { PutAway } from './PutAway.tsx';

/** Opens the demo, wherever it was put. */
function useOpenDemo(demo: ProjectSummary | undefined) {
  const navigate = useNavigate();
  const { change } = useProjectActions();
  return async () => {
    if (!demo) return;
    const isAway = demo.archivedAt !== null || demo.deletedAt !== null;
    const back = { archived: false, deleted: false };
    if (isAway) await change.mutateAsync({ id: demo.id, revision: demo.revision, change: back });
    await navigate(`/${demo.id}/look`);
  };
}

/** One quiet page: projects as their pictures, the one opened last first. */
export function StartScreen() {
  const { data: projects, error } = useProjects();
  const [isNew, setNew] = useState(false);
  const [done, setDone] = useState<Done | null>(null);
  // Nothing is drawn here that the pictures would have to wait for.
  useEffect(firstPictureShown, []);
  const openDemo = useOpenDemo(projects?.find((p) => p.isDemo));
  if (error && !projects) return <Message text={error.message} retry />;
  if (!projects) return <Message text="Opening …" />;
  const shown = projects.filter((p) => p.archivedAt === null && p.deletedAt === null);
  const hasDemo = projects.some((p) => p.isDemo);
  return (
    <main className="h-full scroll-quiet">
      <div className="max-w-[1040px] mx-auto px-8 py-10 flex flex-col gap-6">
        <header className="flex items-baseline gap-3">
          <h1 className="font-semibold text-[18px] flex-1">Velvet Dusk</h1>
          <Button kind="main" onClick={() => setNew(true)}>
            New project
          </Button>
          {hasDemo && <Button onClick={() => void openDemo()}>Open the demo</Button>}
        </header>
        {done && (
          <p role="status" className="text-[12.5px] text-t2">
            {done.text}{' '}
            <Button kind="text" onClick={() => void done.undo().then(() => setDone(null))}>
              Undo
            </Button>
          </p>
        )}
        <LooseFilesNotice />
        {shown.length === 0 ? (
          <p className="text-[15px] text-t2 max-w-[56ch]">
            A project holds the cameras of a show, frames they recorded, and the looks made on them. Begin one
            of your own{hasDemo ? ', or open the demo to see a whole one' : ''}.
          </p>
        ) : (
          <ul aria-label="Projects" className="flex flex-col gap-7">
            {shown.map((project) => (
              <ProjectStrip key={project.id} summary={project} onDone={setDone} />
            ))}
          </ul>
        )}
        <PutAway projects={projects.filter((p) => !shown.includes(p))} />
      </div>
      <NewProjectWindow open={isNew} onClose={() => setNew(false)} />
      <Tips />
    </main>
  );
}
