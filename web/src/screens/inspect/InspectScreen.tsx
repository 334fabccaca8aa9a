import { textLutEndings } from '@velvet-dusk/core/formats/lutFormats/index';
import { type DragEvent, useEffect, useMemo, useState } from 'react';
import { type InspectedFile } from '@velvet-dusk/core/api/inspected';
import { putBack, takeOff, useInspected } from '../../api/inspected.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { Button } from '../../ui/Button.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { ProgressBar } from '../../ui/ProgressBar.tsx';
import { inspectCrew } from '../../workers/crew.ts';
import { accepted, bring, bringAll, droppedFiles, stopBringing, useBringing } from './bring.ts';
import { ChooserWindow } from './ChooserWindow.tsx';
import { FileTable } from './FileTable.tsx';
import { setInspectView, useInspectView } from '../../state/inspectView.ts';
import { OneLut } from './OneLut.tsx';
import { useReports } from './reports.ts';
import { SheetWindow } from './SheetWindow.tsx';
import { reportOf, tableColumns, withWords } from './tableColumns.ts';
import { useSortedTable } from '../../ui/sortedTable.ts';
import { useRows } from './useRows.ts';

const noFiles: InspectedFile[] = [];

/** Opens the first of the files that came. */
async function bringAndOpen(projectId: string, files: readonly File[]): Promise<void> {
  const [first] = await bring(projectId, files);
  if (first) setInspectView({ fileId: first });
}

function BringButtons({ projectId, main }: { projectId: string; main?: boolean }) {
  return (
    <>
      <FileButton
        text="Bring files"
        label="LUT files, or a zip of them"
        accept={accepted}
        multiple
        main={main ?? false}
        onFiles={(files) => void bringAndOpen(projectId, files)}
      />
      <FolderButton projectId={projectId} />
    </>
  );
}

/** A whole folder: the browser's own chooser for one. */
function FolderButton({ projectId }: { projectId: string }) {
  const choose = () => {
    const input = document.createElement('input');
    input.type = 'file';
    input.webkitdirectory = true;
    input.onchange = () => void bringAndOpen(projectId, [...(input.files ?? [])]);
    input.click();
  };
  return <Button onClick={choose}>Bring a folder</Button>;
}

function SampleButton({ projectId }: { projectId: string }) {
  const { profiles } = useOpenProject();
  const [trouble, setTrouble] = useState('');
  const [making, setMaking] = useState(false);
  const make = async () => {
    setMaking(true);
    setTrouble('');
    try {
      const files = await inspectCrew().run('sample', [profiles]);
      await bringAll(
        projectId,
        files.map(({ path, text }) => ({ path, body: new Blob([text]) })),
      );
    } catch (error) {
      setTrouble((error as Error).message);
    }
    setMaking(false);
  };
  return (
    <>
      <Button disabled={making} onClick={() => void make()}>
        {making ? 'Making the sample folder …' : 'Bring the sample folder'}
      </Button>
      {trouble && (
        <span role="alert" className="text-ember">
          ▲ {trouble}
        </span>
      )}
    </>
  );
}

function Empty({ projectId }: { projectId: string }) {
  return (
    <div className="grid place-items-center h-full">
      <div className="max-w-[56ch] flex flex-col items-start gap-3">
        <p className="text-t2 text-[15px]">
          Drop the LUTs somebody handed you: files, a folder, a zip of hundreds. Each is taken apart: what it
          is, which camera it expects, where in the chain it goes, whether it is sound. Nothing in them has to
          be named rightly.
        </p>
        <p className="text-t3">{textLutEndings.map((e) => `.${e}`).join(', ')} and Hald images are read.</p>
        <div className="flex gap-3 items-center">
          <BringButtons projectId={projectId} main />
          <SampleButton projectId={projectId} />
        </div>
        <Coming />
      </div>
    </div>
  );
}

/** Files on their way in, and those that were refused. */
function Coming() {
  const { done, all, running, refused } = useBringing();
  const shown = 3;
  return (
    <>
      {running && all > 0 && (
        <div className="flex items-center gap-2 px-3 py-1 text-[12px] text-t2 min-w-[240px]">
          <span className="num">
            {done} of {all}
          </span>
          <ProgressBar label="Files that came" share={done / all} />
          <Button kind="text" onClick={stopBringing}>
            Stop
          </Button>
        </div>
      )}
      {refused.length > 0 && (
        <div role="alert" className="px-3 py-1 text-[12px] text-ember border-b border-g0">
          {refused.slice(0, shown).map(({ path, says }) => (
            <p key={path}>
              ▲ {says.startsWith(path) ? '' : `${path}: `}
              {says}
            </p>
          ))}
          {refused.length > shown && <p>▲ and {refused.length - shown} more that could not be read</p>}
          <Button kind="text" onClick={() => useBringing.setState({ refused: [] })}>
            Dismiss
          </Button>
        </div>
      )}
    </>
  );
}

/** Inspect: any LUT, whoever made it. */
export function InspectScreen() {
  const project = useOpenProject();
  const { data: files = noFiles, error, isPending } = useInspected(project.id);
  const { fileId, filter, sort } = useInspectView();
  const reports = useReports(files, fileId);
  const rows = useRows(files, reports);
  const found = useMemo(() => withWords(rows, filter), [rows, filter]);
  const { rows: shown, headings } = useSortedTable(found, tableColumns, sort, (to) =>
    setInspectView({ sort: to }),
  );
  const open = rows.find((r) => r.file.id === fileId) ?? shown[0] ?? rows[0];
  const [choosing, setChoosing] = useState(false);
  const [sheetOpen, setSheetOpen] = useState(false);
  const [gone, setGone] = useState<InspectedFile[]>([]);
  const [trouble, setTrouble] = useState('');
  useEffect(() => {
    if (open && open.file.id !== fileId) setInspectView({ fileId: open.file.id });
  }, [open, fileId]);

  const attempt = (work: Promise<void>) =>
    work.then(
      () => setTrouble(''),
      (e: unknown) => setTrouble((e as Error).message),
    );
  const remove = (list: InspectedFile[]) => attempt(takeOff(project.id, list).then(() => setGone(list)));
  const onDrop = (event: DragEvent) => {
    event.preventDefault();
    void attempt(droppedFiles(event.dataTransfer.items).then((list) => bringAndOpen(project.id, list)));
  };
  const read = rows.filter((r) => r.known).length;
  const faulty = rows.filter((r) => (reportOf(r)?.faults.length ?? 0) > 0).length;
  return (
    <main
      className="flex-1 min-h-0 flex flex-col bg-g1"
      onDragOver={(e) => e.preventDefault()}
      onDrop={onDrop}
      data-testid="inspect"
    >
      <h2 className="sr-only">Inspect</h2>
      {(error ?? trouble) && (
        <p role="alert" className="px-4 py-1 text-ember">
          ▲ {error?.message ?? trouble}
        </p>
      )}
      {gone.length > 0 && (
        <p role="status" className="px-4 py-1 text-[12.5px] text-t2 border-b border-g0">
          {gone.length === 1 ? gone[0].path : `${gone.length} files`} taken off the list.{' '}
          <Button kind="text" onClick={() => void attempt(putBack(project.id, gone).then(() => setGone([])))}>
            Put back
          </Button>
        </p>
      )}
      {files.length === 0 && !isPending ? (
        <Empty projectId={project.id} />
      ) : (
        <div className="flex-1 min-h-0 grid grid-cols-[minmax(540px,47%)_1fr]">
          <section aria-label="List" className="min-h-0 flex flex-col border-r border-g0">
            <div className="flex items-center gap-2 px-3 h-10 border-b border-g0 shrink-0 text-[12.5px]">
              <BringButtons projectId={project.id} />
              <Button onClick={() => setSheetOpen(true)} disabled={read === 0}>
                Sheet
              </Button>
              <Button onClick={() => setChoosing(true)} disabled={read === 0}>
                Choose for a shoot
              </Button>
              <label className="flex-1 min-w-0 flex">
                <span className="sr-only">Find</span>
                <input
                  className="w-full min-w-0 bg-g3 border border-g4 rounded-sm px-2 py-0.5"
                  placeholder="Find: words, camera, role"
                  value={filter}
                  onChange={(e) => setInspectView({ filter: e.currentTarget.value })}
                />
              </label>
            </div>
            <Coming />
            <FileTable rows={shown} headings={headings} fileId={open?.file.id ?? ''} />
            <p
              className="px-3 h-7 flex items-center gap-3 border-t border-g0 text-[12px] text-t3 shrink-0"
              aria-live="polite"
            >
              <span className="num" data-testid="inspect-count">
                {read < rows.length ? `${read} of ${rows.length} read` : `${rows.length} files`}
                {shown.length < rows.length ? `, ${shown.length} shown` : ''}
                {faulty > 0 ? `, ${faulty} with faults` : ''}
              </span>
              <span className="flex-1" />
              {shown.length > 0 && shown.length < rows.length && (
                <Button kind="text" onClick={() => void remove(shown.map((r) => r.file))}>
                  Take those shown off
                </Button>
              )}
              {open && (
                <Button kind="text" onClick={() => void remove([open.file])}>
                  Take off the list
                </Button>
              )}
            </p>
          </section>
          {open ? <OneLut key={open.file.id} row={open} rows={rows} /> : <span />}
        </div>
      )}
      <SheetWindow
        open={sheetOpen}
        onClose={() => setSheetOpen(false)}
        rows={shown}
        fileId={open?.file.id ?? ''}
      />
      <ChooserWindow open={choosing} onClose={() => setChoosing(false)} rows={rows} />
    </main>
  );
}
