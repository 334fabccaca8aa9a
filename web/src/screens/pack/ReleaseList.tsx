import { artefactUrl } from '../../api/urls.ts';
import { useState } from 'react';
import { type Job, packSubjectOf } from '@velvet-dusk/core/api/jobs';
import type { ReleaseRecord } from '@velvet-dusk/core/api/packs';
import type { ProofFigures } from '@velvet-dusk/core/order/proof';
import { differenceWords } from '@velvet-dusk/core/pack/guide/changes';
import { headingIds, headings } from '@velvet-dusk/core/pack/standing';
import { useJobs } from '../../api/jobs.ts';
import { useReleases } from '../../api/packs.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { WriteToFolder } from '../../exports/WriteToFolder.tsx';
import { tip } from '../../ui/tip.ts';

function changeWords({ changes: { added, removed, changed } }: ReleaseRecord): string {
  const words = [
    added.length > 0 && `${added.length} new`,
    changed.length > 0 && `${changed.length} changed`,
    removed.length > 0 && `${removed.length} gone`,
  ].filter((w) => w !== false);
  return words.length > 0 ? words.join(', ') : 'no file changed';
}

/** What is other than in the release before, file by file. */
function Changes({ changes: { added, removed, changed } }: ReleaseRecord) {
  const most = (p: { difference: ProofFigures | null }) => p.difference?.max ?? 0;
  const rows = [
    ...[...changed]
      .sort((a, b) => most(b) - most(a))
      .map(({ path, difference }) => ({
        path,
        says: difference ? differenceWords(difference) : 'changed; the file before is not at hand',
      })),
    ...added.map((path) => ({ path, says: 'new' })),
    ...removed.map((path) => ({ path, says: 'gone' })),
  ];
  return (
    <ul className="grid gap-0.5 pl-10 pt-1.5 text-[12px] max-h-[220px] scroll-quiet">
      {rows.map(({ path, says }) => (
        <li key={path} className="flex gap-4">
          <span className="num text-t2 flex-1 truncate" {...tip(path)}>
            {path.split('/').at(-1)}
          </span>
          <span className="num text-t1">{says}</span>
        </li>
      ))}
    </ul>
  );
}

/** Why it went out whatever stood against it, by heading; of a release from before those, its one reason. */
function reasonWords({ reasons, stood }: ReleaseRecord): string[] {
  const given = headingIds.filter((id) => reasons[id] !== '');
  const said = new Set(given.map((id) => reasons[id]));
  if (given.length > 0 && given.every((id) => stood[id] === 0)) return [...said];
  return given
    .filter((id) => stood[id] > 0)
    .map((id) => `${headings[id].label.toLowerCase()} (${stood[id]}): ${reasons[id]}`);
}

function Release({ release: r, job }: { release: ReleaseRecord; job: Job | undefined }) {
  const [open, setOpen] = useState(false);
  const zip = job?.artefacts.find((a) => a.document.kind === 'velvet-dusk/pack-result');
  const url = zip && artefactUrl(zip);
  const words = r.number === 1 ? 'the first' : changeWords(r);
  const hasChanges = r.number > 1 && Object.values(r.changes).some((list) => list.length > 0);
  return (
    <li className="px-4 py-2 border-b border-g1">
      <div className="flex items-baseline gap-4">
        <span className="num text-t1 w-6">{r.number}</span>
        <span className="num text-t3 w-20">{r.createdAt}</span>
        <span className="text-t2 w-20">
          <span className="num">{r.files}</span> files
        </span>
        <span className="w-44 truncate text-t2">
          {hasChanges ? (
            <button
              type="button"
              aria-expanded={open}
              className="hover:text-t1 underline underline-offset-2 decoration-g4"
              onClick={() => setOpen(!open)}
            >
              {words}
            </button>
          ) : (
            words
          )}
        </span>
        <span className="flex-1 truncate">
          {r.note || <span className="text-t3">no note</span>}
          {r.recipients && <span className="text-t2"> · to {r.recipients}</span>}
          {reasonWords(r).map((said) => (
            <span key={said} className="text-close" {...tip(said)}>
              {' · '}
              {said}
            </span>
          ))}
        </span>
        {url && (
          <>
            <WriteToFolder url={url} />
            <a className="text-violet hover:underline" href={url} download={zip.name}>
              Download
            </a>
          </>
        )}
      </div>
      {open && <Changes {...r} />}
    </li>
  );
}

/** What went out, the newest first. */
export function ReleaseList({ packId }: { packId: string }) {
  const { data, error } = useReleases(packId);
  const { jobs } = useJobs(useOpenProject().id);
  if (error)
    return (
      <p role="alert" className="px-4 py-3 text-ember">
        ▲ {error.message}
      </p>
    );
  if (!data) return <p className="px-4 py-3 text-t2">Opening the releases …</p>;
  if (data.length === 0)
    return (
      <p className="px-4 py-3 text-t2">
        Nothing has gone out yet. A release is an export with a number: it is kept as it is, with who got it.
      </p>
    );
  return (
    <ol aria-label="Releases" className="flex-1 scroll-quiet text-[12.5px]">
      {data.map((r) => (
        <Release key={r.number} release={r} job={jobs.find((j) => j.id === r.jobId && packSubjectOf(j))} />
      ))}
    </ol>
  );
}
