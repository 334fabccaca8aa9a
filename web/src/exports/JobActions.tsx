import { type Job, openStates } from '@velvet-dusk/core/api/jobs';
import { useJobAction } from '../api/jobs.ts';
import { Button } from '../ui/Button.tsx';

/** What can be done with a job in its state, and what came of it where that failed. */
export function JobActions({ job }: { job: Job }) {
  const act = useJobAction();
  const ask = (action: 'pause' | 'resume' | 'cancel' | 'retry') => () => act.mutate({ id: job.id, action });
  const underWay = job.state === 'queued' || job.state === 'running';
  return (
    <>
      {act.error && (
        <span role="alert" className="text-ember">
          ▲ {act.error.message}
        </span>
      )}
      {underWay && <Button onClick={ask('pause')}>Pause</Button>}
      {job.state === 'paused' && <Button onClick={ask('resume')}>Resume</Button>}
      {openStates.includes(job.state) && <Button onClick={ask('cancel')}>Cancel</Button>}
      {(job.state === 'failed' || job.state === 'cancelled') && (
        <Button onClick={ask('retry')}>Try again</Button>
      )}
    </>
  );
}
