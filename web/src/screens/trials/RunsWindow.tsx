import { Select } from '../../ui/Select.tsx';
import { artefactUrl } from '../../api/urls.ts';
import { useState } from 'react';
import { type Job, trialNoteOf, trialSubjectOf } from '@velvet-dusk/core/api/jobs';
import { acceptedWords, boardSentences, placeWords } from '@velvet-dusk/core/trial/boardWords';
import type { Trial } from '@velvet-dusk/core/trial/document';
import { trialReadingLabel } from '@velvet-dusk/core/trial/readings';
import { compareRuns, judgeCell } from '@velvet-dusk/core/trial/result';
import { gateFailures, resultSources, type TrialResult } from '@velvet-dusk/core/trial/run';
import { lookEnduranceLines, limitText } from '@velvet-dusk/core/trial/words';
import { useJobAction, useJobs } from '../../api/jobs.ts';
import { useTrialResult } from '../../api/trials.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { Button } from '../../ui/Button.tsx';
import { ProgressBar } from '../../ui/ProgressBar.tsx';
import { Window } from '../../ui/Window.tsx';

const when = (date: string) =>
  new Date(date).toLocaleString('en-GB', {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  });

const fileWords: Record<string, string> = {
  'trial-result.json': 'Numbers, JSON',
  'trial-spec.json': 'Spec for the command line, JSON',
  'cells.csv': 'Table, CSV',
  'board.png': 'Contact sheet, PNG',
  'board.pdf': 'To print, PDF',
};

function Actions({ job }: { job: Job }) {
  const act = useJobAction();
  const does = (action: 'pause' | 'resume' | 'cancel' | 'retry', label: string) => (
    <Button onClick={() => act.mutate({ id: job.id, action })}>{label}</Button>
  );
  const underWay = job.state === 'queued' || job.state === 'running';
  return (
    <>
      {underWay && does('pause', 'Pause')}
      {job.state === 'paused' && does('resume', 'Resume')}
      {(underWay || job.state === 'paused') && does('cancel', 'Cancel')}
      {(job.state === 'failed' || job.state === 'cancelled') && does('retry', 'Try again')}
    </>
  );
}

/** Two runs of one board, cell by cell. */
function Compared({ before, after }: { before: TrialResult; after: TrialResult }) {
  const isSameBoard = (['rows', 'columns', 'switch'] as const).every(
    (k) => JSON.stringify(before.trial[k]) === JSON.stringify(after.trial[k]),
  );
  if (!isSameBoard) return <p className="text-t2">The two runs are of different boards.</p>;
  const { worse, better } = compareRuns(before.cells, after.cells);
  const sources = resultSources(after);
  const list = (cells: typeof worse) =>
    cells.slice(0, 8).map((c) => (
      <li key={`${c.switch} ${c.row} ${c.column}`}>
        {placeWords(after.trial, c, sources)}
        {judgeCell(c).worst && <span className="text-t3">, {trialReadingLabel(judgeCell(c).worst!)}</span>}
      </li>
    ));
  return (
    <div className="grid grid-cols-2 gap-4">
      <div>
        <h4 className="text-ember">▲ {worse.length} fail now and did not</h4>
        <ul className="text-t2">{list(worse)}</ul>
      </div>
      <div>
        <h4 className="text-holds">● {better.length} hold now and did not</h4>
        <ul className="text-t2">{list(better)}</ul>
      </div>
    </div>
  );
}

function GateTold({ result }: { result: TrialResult }) {
  const failures = gateFailures(result);
  if (!failures) return null;
  const accepted = acceptedWords(result.cells);
  if (failures.length === 0)
    return (
      <p className="text-holds">
        ● The gate is passed. {accepted && <span className="text-t2">○ {accepted}.</span>}
      </p>
    );
  const { plates, looks } = resultSources(result);
  const nameOf = (list: readonly { id: string; name: string }[], id: string) =>
    list.find((x) => x.id === id)?.name ?? id;
  return (
    <div>
      <p className="text-ember">▲ The gate is not passed.</p>
      <ul className="text-t2">
        {failures.slice(0, 6).map((f) => (
          <li key={`${f.lookId} ${f.plateId} ${f.kind} ${f.side}`}>
            {nameOf(looks, f.lookId)} on {nameOf(plates, f.plateId)}: {f.kind} holds to{' '}
            <span className="num">{limitText(f.kind, f.at)}</span>, asked for{' '}
            <span className="num">{limitText(f.kind, f.wanted)}</span> (
            {f.fails.map(trialReadingLabel).join(', ')})
          </li>
        ))}
      </ul>
    </div>
  );
}

function Told({ job, others, onBoard }: { job: Job; others: readonly Job[]; onBoard(trial: Trial): void }) {
  const [beforeId, setBeforeId] = useState('');
  const { data: result, error } = useTrialResult(job);
  const { data: before } = useTrialResult(others.find((j) => j.id === beforeId));
  if (error)
    return (
      <p role="alert" className="text-ember">
        ▲ {error.message}
      </p>
    );
  if (!result) return <p className="text-t3">Reading …</p>;
  // How far each look holds has lines of its own.
  const sentences = boardSentences({ ...result, endurance: [], sources: resultSources(result) });
  return (
    <div className="grid gap-2">
      <p className="text-t1">{sentences.join(' ')}</p>
      <p className="flex gap-4 flex-wrap">
        {job.artefacts.map((a) => (
          <a key={a.id} className="text-violet hover:underline" href={artefactUrl(a)} download={a.name}>
            {fileWords[a.name] ?? a.name}
          </a>
        ))}
        <Button kind="text" onClick={() => onBoard(result.trial)}>
          Lay this board out again
        </Button>
      </p>
      {result.looks.map(({ id, name }) =>
        lookEnduranceLines(
          result.endurance.filter((e) => e.lookId === id),
          result.practice,
        ).map(({ kind, text }) => (
          <p key={`${id} ${kind}`} className="text-t2">
            {name}: {text}.
          </p>
        )),
      )}
      <GateTold result={result} />
      {others.length > 0 && (
        <span className="flex items-baseline gap-2 text-t2">
          Compared with
          <Select
            label="Compared with"
            value={beforeId}
            options={[
              { value: '', label: 'no other run' },
              ...others.map((j) => ({ value: j.id, label: `${j.title}, ${when(j.createdAt)}` })),
            ]}
            onChange={setBeforeId}
          />
        </span>
      )}
      {before && <Compared before={before} after={result} />}
    </div>
  );
}

/** Runs that were kept: what each came to, its files, and how two differ. */
export function RunsWindow({
  open,
  onClose,
  onBoard,
}: {
  open: boolean;
  onClose(): void;
  onBoard(trial: Trial): void;
}) {
  const { jobs } = useJobs(useOpenProject().id);
  const runs = jobs.filter((j) => trialSubjectOf(j));
  const [shownId, setShownId] = useState('');
  const shown = runs.find((r) => r.id === shownId) ?? runs[0];
  return (
    <Window
      open={open}
      onClose={onClose}
      width={860}
      title="Kept runs"
      about="Numbers and pictures of boards, with the versions of the looks they were run with. They go on after the server was stopped."
    >
      {runs.length === 0 && (
        <p className="px-5 pb-5 text-t2">
          None yet. “Keep a run” measures the whole board on the server, with how far each look holds.
        </p>
      )}
      {shown && (
        <div className="grid grid-cols-[250px_1fr] border-t border-g4 text-[12.5px]">
          <ul aria-label="Runs" className="max-h-[500px] scroll-quiet border-r border-g4 py-2">
            {runs.map((job) => {
              const note = trialNoteOf(job);
              return (
                <li key={job.id}>
                  <button
                    type="button"
                    aria-pressed={job.id === shown.id}
                    className={`w-full text-left px-5 py-1 ${job.id === shown.id ? 'text-t1 bg-g3' : 'text-t2 hover:text-t1'}`}
                    onClick={() => setShownId(job.id)}
                  >
                    <span className="block truncate">{job.title}</span>
                    <span className="block text-[11.5px] text-t3">
                      {when(job.createdAt)}
                      {note ? `, ${note.cells} cells, ${note.fails} fail` : `, ${job.state}`}
                    </span>
                  </button>
                </li>
              );
            })}
          </ul>
          <section
            aria-label="Run"
            className="px-5 py-3 grid gap-2 content-start max-h-[500px] scroll-quiet"
            data-state={shown.state}
          >
            <div className="flex items-baseline gap-3">
              <h3 className="flex-1 text-[13.5px]">
                {shown.title}
                <span className="text-t3">
                  {' '}
                  {trialSubjectOf(shown)!
                    .looks.map((l) => `${l.name}, version ${l.version}`)
                    .join(' · ')}
                </span>
              </h3>
              <Actions job={shown} />
            </div>
            {(shown.state === 'running' || shown.state === 'queued') && (
              <div className="flex items-center gap-3">
                <ProgressBar label="Run progress" share={shown.progress} />
                <span className="num text-t2">{shown.stage}</span>
              </div>
            )}
            {shown.state === 'paused' && <p className="text-t2">Paused. What is measured is kept.</p>}
            {shown.state === 'failed' && (
              <p role="alert" className="text-ember">
                ▲ {shown.error}
              </p>
            )}
            {shown.state === 'done' && (
              <Told
                key={shown.id}
                job={shown}
                others={runs.filter((r) => r.id !== shown.id && r.state === 'done')}
                onBoard={onBoard}
              />
            )}
          </section>
        </div>
      )}
    </Window>
  );
}
