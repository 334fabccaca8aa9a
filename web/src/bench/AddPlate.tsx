import { useRef, useState } from 'react';
import { largestUpload } from '@velvet-dusk/core/api/contract';
import { useAddPlate } from '../api/queries.ts';
import { setView } from '../state/view.ts';
import { Button } from '../ui/Button.tsx';
import { Window } from '../ui/Window.tsx';
import { useCurrentPlate, useOpenProject } from './useBench.ts';

/** Brings in one PNG frame. Other formats, several files and clips come with the Plates station. */
export function AddPlate() {
  const project = useOpenProject();
  const current = useCurrentPlate();
  const [open, setOpen] = useState(false);
  const [profileId, setProfileId] = useState(current?.profile.id ?? project.profiles[0]?.id ?? '');
  const [file, setFile] = useState<File | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const add = useAddPlate(project.id);

  const tooLarge = file !== null && file.size > largestUpload;
  const trouble = tooLarge
    ? `${file.name}: ${(file.size / 1e6).toFixed(0)} MB is more than the ${largestUpload / 1024 / 1024} MB a frame may have.`
    : add.error?.message;
  const close = () => {
    setOpen(false);
    setFile(null);
    add.reset();
  };
  const send = () =>
    file &&
    add.mutate({ file, profileId }, { onSuccess: (plate) => (setView({ plateId: plate.id }), close()) });

  return (
    <div className="px-3 py-2 border-t border-g3">
      <Button className="w-full" onClick={() => setOpen(true)}>
        Add a plate
      </Button>
      <Window
        open={open}
        onClose={close}
        title="Add a plate"
        about="A frame as the camera recorded it, as PNG of 8 or 16 bits, with the profile it was recorded in."
        width={480}
      >
        <div className="px-5 pb-5 flex flex-col gap-3">
          <input
            ref={input}
            type="file"
            accept="image/png,.png"
            className="sr-only"
            aria-label="Frame file"
            onChange={(e) => {
              add.reset();
              setFile(e.currentTarget.files?.[0] ?? null);
            }}
          />
          <div className="flex items-center gap-3">
            <Button onClick={() => input.current?.click()}>Choose a file</Button>
            <span className="text-t2 truncate">{file?.name ?? 'No file yet'}</span>
          </div>
          <label className="flex items-center gap-3">
            <span className="text-t2">Recorded in</span>
            <select
              className="bg-g3 border border-g4 rounded-sm px-2 py-1"
              value={profileId}
              onChange={(e) => setProfileId(e.currentTarget.value)}
            >
              {project.profiles.map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name}
                </option>
              ))}
            </select>
          </label>
          {trouble && (
            <p role="alert" className="text-ember">
              ▲ {trouble}
            </p>
          )}
          <div className="flex justify-end">
            <Button kind="main" disabled={!file || tooLarge || add.isPending} onClick={send}>
              {add.isPending ? 'Reading …' : 'Add'}
            </Button>
          </div>
        </div>
      </Window>
    </div>
  );
}
