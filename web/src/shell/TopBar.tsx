import { Link, NavLink, useParams } from 'react-router';
import { useInspected } from '../api/inspected.ts';
import type { OpenProject } from '../api/project.ts';
import type { JobPage, TrialNote } from '@velvet-dusk/core/api/jobs';
import { useDocument } from '../state/document.ts';
import { type SaveStatus, useSaveStatus } from '../state/saveStatus.ts';
import { setView } from '../state/view.ts';
import { plural } from '@velvet-dusk/core/numeric/plural';
import { useFirstPicture } from '../workers/useFirstPicture.ts';
import { stations } from './stations.ts';
import { tip } from '../ui/tip.ts';

// By hand: the first use of a locale costs a tenth of a second, and this is on screen before the picture is.
const clock = (at: Date) => [at.getHours(), at.getMinutes()].map((n) => String(n).padStart(2, '0')).join(':');

function saveText(status: SaveStatus, inConflict: boolean): string {
  if (inConflict) return 'Changed elsewhere';
  switch (status.kind) {
    case 'saved':
      return status.at ? `Saved ${clock(status.at)}` : 'Saved';
    case 'saving':
      return 'Saving …';
    case 'waiting':
      return 'Not saved: server away';
    case 'refused':
      return 'Not saved: refused';
  }
}

function Tray({ jobs }: { jobs: JobPage['counts'] }) {
  const status = useSaveStatus((s) => s.status);
  const inConflict = useSaveStatus((s) => s.conflicts.length > 0);
  const isSavingOther = useSaveStatus((s) => s.saving.length > 0);
  const running = jobs.queued + jobs.running;
  const calm = !inConflict && (status.kind === 'saved' || status.kind === 'saving');
  return (
    <div className="px-4 pt-1.5 text-right text-[11.5px] leading-[15px] w-[176px]">
      <div
        role="status"
        className={calm ? 'text-t2' : 'text-ember'}
        {...tip('why' in status ? status.why : undefined)}
      >
        {calm ? '' : '▲ '}
        {saveText(status.kind === 'saved' && isSavingOther ? { kind: 'saving' } : status, inConflict)}
      </div>
      <div className="text-t3">
        <button type="button" className="hover:text-t1" onClick={() => setView({ jobsOpen: true })}>
          {jobs.held > 0 ? (
            <span className="text-ember">▲ {jobs.held} held</span>
          ) : running === 0 ? (
            'No jobs'
          ) : (
            plural(running, 'job')
          )}
        </button>
        {' · '}
        <button type="button" className="hover:text-t1" onClick={() => setView({ help: true })}>
          ? keys
        </button>
      </div>
    </div>
  );
}

/** Wordmark, the hour line with its stations, save state and jobs. */
export function TopBar({
  project,
  jobs,
  exportsDone,
  lastRun,
}: {
  project: OpenProject;
  jobs: JobPage['counts'];
  exportsDone: number;
  lastRun: TrialNote | null;
}) {
  const { station: at } = useParams();
  const isCalm = useFirstPicture() || at !== 'look';
  const lookName = useDocument((s) => s.look.name);
  const inspected = useInspected(project.id, isCalm).data?.length ?? 0;
  return (
    <header className="relative h-[46px] flex bg-g0 shrink-0">
      <div className="w-[176px] px-4 pt-2 leading-[15px]">
        <h1 className="font-semibold text-[14px]">Velvet Dusk</h1>
        <Link
          to="/"
          title="All projects"
          className="block truncate text-[11px] text-t3 hover:text-t1 hover:underline"
        >
          {project.name}
        </Link>
      </div>
      <nav aria-label="Stations" className="flex flex-1 min-w-0">
        {stations.map((s) => (
          <NavLink
            key={s.id}
            to={`/${project.id}/${s.id}`}
            className={({ isActive }) =>
              `relative pt-1.5 pr-5 min-w-[92px] leading-[16px] hover:text-t1 ${isActive ? 'text-t1' : 'text-t2'}`
            }
          >
            <span className={`block text-[12.5px] ${at === s.id ? 'font-semibold' : ''}`}>{s.label}</span>
            <span className="block text-[11px] text-t3 whitespace-nowrap">
              {s.status({ project, lookName, exportsDone, lastRun, inspected, isCalm })}
            </span>
            {at === s.id && <span className="absolute left-0 right-6 -bottom-px h-[5px] bg-t1 z-10" />}
          </NavLink>
        ))}
      </nav>
      <Tray jobs={jobs} />
      <div
        aria-hidden
        className="absolute inset-x-0 bottom-0 h-[2px] bg-[linear-gradient(90deg,#e9a04b_0%,#d9736a_30%,#a0569b_52%,#5a4a9c_72%,#25254f_100%)]"
      />
    </header>
  );
}
