import { useEffect, useRef, useState } from 'react';
import { referenceEncodings, type PlateKind } from '@velvet-dusk/core/api/contract';
import { useMissingForClips } from '../../api/clips.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { cancelImport, clearImports, type ImportState, useImports } from '../../plates/imports.ts';
import { guess, usePlateActions } from '../../plates/usePlateActions.ts';
import { Button } from '../../ui/Button.tsx';
import { ProgressBar } from '../../ui/ProgressBar.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { ClipPicker } from './ClipPicker.tsx';

const marks: Record<ImportState, { shape: string; colour: string; word: string }> = {
  waiting: { shape: '·', colour: 'text-t3', word: 'waiting' },
  sending: { shape: '◌', colour: 'text-violet', word: 'on its way' },
  in: { shape: '●', colour: 'text-holds', word: 'in' },
  refused: { shape: '▲', colour: 'text-ember', word: 'refused' },
  cancelled: { shape: '·', colour: 'text-t3', word: 'cancelled' },
};

/** One line of result for every file. */
function Results() {
  const { items, running } = useImports();
  if (items.length === 0) return null;
  const done = items.filter((i) => i.state !== 'waiting' && i.state !== 'sending').length;
  return (
    <section aria-label="Import" className="border-t border-g3 px-4 py-2 text-[12px]">
      <div className="flex items-center gap-3 pb-1">
        <ProgressBar label="Files read" share={done / items.length} />
        <span className="num text-t2">
          {done} of {items.length}
        </span>
        {running ? (
          <Button onClick={cancelImport}>Cancel</Button>
        ) : (
          <Button kind="text" onClick={clearImports}>
            Close
          </Button>
        )}
      </div>
      <ul className="max-h-[120px] scroll-quiet" role="status">
        {items.map((i) => (
          <li key={i.key} className="flex gap-2 py-0.5">
            <span className={marks[i.state].colour}>
              <span aria-hidden>{marks[i.state].shape}</span>
              <span className="sr-only">{marks[i.state].word}</span>
            </span>
            <span className="w-[240px] truncate">{i.name}</span>
            <span className={i.state === 'refused' ? 'text-ember flex-1' : 'text-t2 flex-1'}>
              {i.says || marks[i.state].word}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Files that are dropped anywhere on the station, or pasted. */
function useDropAndPaste(onFiles: (files: File[]) => void): boolean {
  const [over, setOver] = useState(false);
  const latest = useRef(onFiles);
  useEffect(() => {
    latest.current = onFiles;
  });
  useEffect(() => {
    const files = (t: DataTransfer | null) => [...(t?.files ?? [])];
    const drag = (e: DragEvent) => {
      if (!e.dataTransfer?.types.includes('Files')) return;
      e.preventDefault();
      setOver(true);
    };
    const leave = (e: DragEvent) => e.relatedTarget === null && setOver(false);
    const drop = (e: DragEvent) => {
      e.preventDefault();
      setOver(false);
      const dropped = files(e.dataTransfer);
      if (dropped.length > 0) latest.current(dropped);
    };
    const paste = (e: ClipboardEvent) => {
      const pasted = files(e.clipboardData);
      if (pasted.length > 0) latest.current(pasted);
    };
    window.addEventListener('dragover', drag);
    window.addEventListener('dragleave', leave);
    window.addEventListener('drop', drop);
    window.addEventListener('paste', paste);
    return () => {
      window.removeEventListener('dragover', drag);
      window.removeEventListener('dragleave', leave);
      window.removeEventListener('drop', drop);
      window.removeEventListener('paste', paste);
    };
  }, []);
  return over;
}

/** Brings files in: chosen, dropped or pasted, several at once, as plates or as references. */
export function ImportBar() {
  const { profiles, standards } = useOpenProject();
  const { take } = usePlateActions();
  const [kind, setKind] = useState<PlateKind>('plate');
  const own = profiles.filter((p) => !standards.has(p.id));
  // A show with one camera of its own has said what its frames are recorded in.
  const [profileId, setProfileId] = useState(own.length === 1 ? own[0].id : guess);
  const encodings = profiles.filter((p) => (referenceEncodings as readonly string[]).includes(p.id));
  const named = (p: { id: string; name: string }) => ({ value: p.id, label: p.name });
  const options =
    kind === 'plate'
      ? [{ value: guess, label: 'detect from the frame' }, ...profiles.map(named)]
      : encodings.map(named);
  const chosen = options.some((o) => o.value === profileId) ? profileId : (options[0]?.value ?? '');
  const send = (files: File[]) => void take(files, chosen, kind);
  const over = useDropAndPaste(send);
  const missing = useMissingForClips();
  return (
    <div className="border-t border-g0 bg-g2 shrink-0">
      <Results />
      <ClipPicker chosen={kind === 'plate' ? chosen : guess} />
      <div
        className={`flex items-center gap-3 px-4 h-12 text-[12.5px] ${over ? 'outline-2 -outline-offset-2 outline-violet' : ''}`}
      >
        <FileButton
          text="Choose files"
          label="Frame files"
          accept=".png,.tif,.tiff,.jpg,.jpeg,.exr,.dpx,.mp4,.mov,.m4v,.mkv,.mxf"
          multiple
          main
          onFiles={send}
        />
        <span className="text-t2">
          {over
            ? 'Let go to bring them in.'
            : `or drop or paste them anywhere here: PNG, TIFF, JPEG, EXR, DPX${missing ? '' : ', or a clip'}.`}
          {missing && <span className="text-close"> {missing}</span>}
        </span>
        <span className="flex-1" />
        <Choice
          label="As"
          value={kind}
          options={[
            { value: 'plate', label: 'plates' },
            { value: 'reference', label: 'references' },
          ]}
          onChange={(k: PlateKind) => setKind(k)}
        />
        <Choice
          label={kind === 'plate' ? 'Recorded in' : 'Made for'}
          value={chosen}
          options={options}
          onChange={setProfileId}
        />
      </div>
    </div>
  );
}
