import { artefactUrl } from '../api/urls.ts';
import { isOver, type Job } from '@velvet-dusk/core/api/jobs';
import { useJobs } from '../api/jobs.ts';
import { useOpenProject } from '../api/openProject.ts';
import { setView, useView } from '../state/view.ts';
import { type MeasuredScope, setMeasuredScope, useMeasuredScope } from '../state/background.ts';
import { Segments } from '../ui/Segments.tsx';
import { Button } from '../ui/Button.tsx';
import { ProgressBar } from '../ui/ProgressBar.tsx';
import { Window } from '../ui/Window.tsx';
import { HeldRelease } from './HeldRelease.tsx';
import { JobActions } from './JobActions.tsx';

const kinds: Record<Job['kind'], string> = { export: 'Cube', pack: 'Pack', trial: 'Run', clip: 'Clip' };
const time = (at: string) => at.slice(0, 16).replace('T', ' ');

/** A job in its row: what it is, how far, and what can be done with it. */
function JobRow({ job }: { job: Job }) {
  const [file] = job.artefacts;
  return (
    <li className="border-t border-g3 px-5 py-2 text-[12.5px]" data-state={job.state}>
      <div className="flex items-center gap-3">
        <span className="w-12 text-t3">{kinds[job.kind]}</span>
        <span className="flex-1 min-w-0">
          <span className="block truncate text-t1">{job.title}</span>
          {job.state === 'failed' ? (
            <span className="block text-ember">▲ {job.error ?? 'It failed.'}</span>
          ) : (
            <span className="block num text-t3">
              {isOver(job.state) ? time(job.endedAt ?? job.createdAt) : job.stage}
            </span>
          )}
        </span>
        {job.state === 'running' ? (
          <span className="w-32">
            <ProgressBar label={`${job.title} progress`} share={job.progress} />
          </span>
        ) : (
          <span className="text-t2">{job.state}</span>
        )}
        <JobActions job={job} />
        {file && (
          <a className="text-violet hover:underline" href={artefactUrl(file)} download={file.name}>
            Download
          </a>
        )}
      </div>
      {job.held && <HeldRelease job={job} standing={job.held} />}
    </li>
  );
}

const scopes: { value: MeasuredScope; label: string; hint: string }[] = [
  { value: 'all', label: 'all plates', hint: 'Every plate is painted and measured anew after each change' },
  {
    value: 'shown',
    label: 'the plate at hand',
    hint: 'For a slow machine: others are painted and measured when they are opened',
  },
];

/** Every job of the project, the newest first: cubes, packs, runs and clips. */
export function JobsWindow() {
  const open = useView((s) => s.jobsOpen);
  const scope = useMeasuredScope((s) => s.scope);
  const { jobs, hasNextPage, fetchNextPage, isFetchingNextPage } = useJobs(useOpenProject().id);
  return (
    <Window
      open={open}
      onClose={() => setView({ jobsOpen: false })}
      width={760}
      title="Jobs"
      about="They go on in the background, and are taken up again after a restart."
    >
      <div className="flex items-center gap-3 px-5 pb-2 text-t2">
        <span>While a look changes, follow with</span>
        <Segments label="Plates that follow" value={scope} options={scopes} onChange={setMeasuredScope} />
      </div>
      {jobs.length === 0 ? (
        <p className="px-5 pb-5 text-t2">
          No job yet. Exports, packs, saved runs and measured clips stand here.
        </p>
      ) : (
        <ul className="max-h-[60vh] scroll-quiet pb-2">
          {jobs.map((job) => (
            <JobRow key={job.id} job={job} />
          ))}
          {hasNextPage && (
            <li className="px-5 py-2">
              <Button kind="text" disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>
                Earlier jobs
              </Button>
            </li>
          )}
        </ul>
      )}
    </Window>
  );
}
