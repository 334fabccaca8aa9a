import { looseFileUrl } from '../../api/urls.ts';
import { useState } from 'react';
import type { LooseFile } from '@velvet-dusk/core/api/contract';
import { useDeleteLooseFiles, useLooseFiles } from '../../api/looseFiles.ts';
import { Button } from '../../ui/Button.tsx';

const kilobytes = (bytes: number) => `${Math.max(Math.round(bytes / 1000), 1).toLocaleString('en')} kB`;

function FileRow({ sha256, stored, size }: LooseFile) {
  return (
    <li className="flex items-baseline gap-4">
      <span className="num text-t1">{sha256.slice(0, 12)}</span>
      <span className="num w-[150px]">{stored.slice(0, 16).replace('T', ' ')}</span>
      <span className="num w-[100px] text-right">{kilobytes(size)}</span>
      <a className="text-violet hover:underline" href={looseFileUrl(sha256)} download>
        Download
      </a>
    </li>
  );
}

/** After the database was restored: stored files that it does not know, kept until somebody says that they may go. */
export function LooseFilesNotice() {
  const { data } = useLooseFiles();
  const remove = useDeleteLooseFiles();
  const [isSure, setSure] = useState(false);
  if (!data?.held) return null;
  const { files } = data;
  return (
    <section
      aria-label="Files without an owner"
      className="border border-g4 p-4 text-[12.5px] text-t2 grid gap-3"
    >
      <p>
        <span className="text-close">◐ The database was restored from a copy.</span>{' '}
        {files.length === 0
          ? 'Every stored file belongs to something in it.'
          : `${files.length} stored ${files.length === 1 ? 'file belongs' : 'files belong'} to nothing in it. Download what you miss and import it again; none is deleted until you say so.`}
      </p>
      {files.length > 0 && (
        <ul className="max-h-[220px] scroll-quiet grid gap-1">
          {files.map((f) => (
            <FileRow key={f.sha256} {...f} />
          ))}
        </ul>
      )}
      <div className="flex items-center gap-3">
        {files.length === 0 ? (
          <Button onClick={() => remove.mutate()}>Close</Button>
        ) : isSure ? (
          <>
            <span>Delete {files.length} for good?</span>
            <Button onClick={() => remove.mutate()}>Delete</Button>
            <Button kind="text" onClick={() => setSure(false)}>
              Keep
            </Button>
          </>
        ) : (
          <Button onClick={() => setSure(true)}>Delete these files</Button>
        )}
        {remove.error && (
          <span role="alert" className="text-ember">
            ▲ {remove.error.message}
          </span>
        )}
      </div>
    </section>
  );
}
