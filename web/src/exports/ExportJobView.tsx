import { artefactUrl } from '../api/urls.ts';
import { exportSubjectOf, type Job, proofOf } from '@velvet-dusk/core/api/jobs';
import { ProgressBar } from '../ui/ProgressBar.tsx';
import { HeldRelease } from './HeldRelease.tsx';
import { JobActions } from './JobActions.tsx';
import { ProofSheet } from './ProofSheet.tsx';

/** One export: under way, stopped, or done with its proof. */
export function ExportJobView({ job }: { job: Job }) {
  const underWay = job.state === 'queued' || job.state === 'running';
  const [file] = job.artefacts;
  const proof = file && proofOf(file);
  const percent = Math.round(job.progress * 100);
  return (
    <section aria-label="Export" className="border-t border-g4 px-5 py-4" data-state={job.state}>
      <div className="flex items-baseline gap-3">
        <h3 className="num text-t1 flex-1 truncate">{job.title}</h3>
        {file && (
          <a
            className="rounded-sm text-[12.5px] border border-violet px-3 py-1 bg-[#2c2748] hover:bg-[#3a3360]"
            href={artefactUrl(file)}
            download={file.name}
          >
            Download
          </a>
        )}
        <JobActions job={job} />
      </div>
      {underWay && (
        <div className="flex items-center gap-3 pt-2">
          <ProgressBar label="Export progress" share={job.progress} />
          <span className="num text-t2 w-32">
            {job.stage} {percent} %
          </span>
        </div>
      )}
      {job.state === 'paused' && (
        <p className="pt-2 text-t2">
          {job.kind === 'pack'
            ? 'Paused. What is finished is kept.'
            : 'Paused. It begins again from the start when it goes on.'}
        </p>
      )}
      {job.held && <HeldRelease job={job} standing={job.held} />}
      {job.state === 'cancelled' && <p className="pt-2 text-t2">Cancelled. No file was kept.</p>}
      {job.state === 'failed' && (
        <p role="alert" className="pt-2 text-ember">
          ▲ {job.error ?? 'The export failed.'} No file was kept.
        </p>
      )}
      {proof && <ProofSheet file={file} proof={proof} grid={exportSubjectOf(job)?.grid} />}
    </section>
  );
}
