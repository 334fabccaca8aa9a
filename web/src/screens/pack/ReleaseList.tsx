import { packSubjectOf } from '@velvet-dusk/core/api/jobs';
import type { ReleaseRecord } from '@velvet-dusk/core/api/packs';
import { useJobs } from '../../api/jobs.ts';
import { useReleases } from '../../api/packs.ts';
import { useOpenProject } from '../../bench/useBench.ts';

function changeWords({ changes: { added, removed, changed } }: ReleaseRecord): string {
  const words = [
    added.length > 0 && `${added.length} new`,
    changed.length > 0 && `${changed.length} changed`,
    removed.length > 0 && `${removed.length} gone`,
  ].filter((w) => w !== false);
  return words.length > 0 ? words.join(', ') : 'no file changed';
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
      {data.map((r) => {
        const job = jobs.find((j) => j.id === r.jobId && packSubjectOf(j));
        const zip = job?.artefacts.find((a) => a.document.kind === 'velvet-dusk/pack-result');
        return (
          <li key={r.number} className="flex items-baseline gap-4 px-4 py-2 border-b border-g1">
            <span className="num text-t1 w-6">{r.number}</span>
            <span className="num text-t3 w-20">{r.createdAt}</span>
            <span className="text-t2 w-24">{r.files} files</span>
            <span
              className="text-t2 w-52 truncate"
              title={[...r.changes.added, ...r.changes.changed, ...r.changes.removed].join('\n')}
            >
              {r.number === 1 ? 'the first' : changeWords(r)}
            </span>
            <span className="flex-1 truncate">
              {r.note || <span className="text-t3">no note</span>}
              {r.recipients && <span className="text-t2"> · to {r.recipients}</span>}
              {r.reason && <span className="text-close"> · over tolerance: {r.reason}</span>}
            </span>
            {zip && (
              <a
                className="text-violet hover:underline"
                href={`/api/artefacts/${zip.id}/file`}
                download={zip.name}
              >
                Download
              </a>
            )}
          </li>
        );
      })}
    </ol>
  );
}
