import { useEffect, useState } from 'react';
import type { PackRecord } from '@velvet-dusk/core/api/packs';
import { newPack } from '@velvet-dusk/core/pack/document';
import { inShape } from '@velvet-dusk/core/pack/shapes';
import { usePackActions, usePacks } from '../../api/packs.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { UnreadableNotice } from '../../shell/UnreadableNotice.tsx';
import { useUndoKeys } from '../../shell/keys.ts';
import { Message } from '../../shell/Message.tsx';
import { Button } from '../../ui/Button.tsx';
import { PackEditor } from './PackEditor.tsx';
import { packs } from './packStore.ts';

/** The usual cameras of a project: those its plates were shot with, or all of them. */
function usedCameras({ plates, profiles }: ReturnType<typeof useOpenProject>): string[] {
  const used = new Set(plates.filter((p) => p.kind === 'plate').map((p) => p.profileId));
  const known = profiles.filter((p) => used.has(p.id)).map((p) => p.id);
  return known.length > 0 ? known : profiles.map((p) => p.id);
}

/** The first pack of a project. */
function FirstPack() {
  const project = useOpenProject();
  const { create } = usePackActions(project.id);
  const begin = () =>
    create.mutate(
      inShape(newPack(project.name, project.viewing), 'everyday', {
        looks: project.looks.map((l) => l.id),
        profiles: usedCameras(project),
        monitorOffsetStops: project.practice.monitorOffsetStops,
      }),
    );
  return (
    <div className="grid place-items-center h-full">
      <div className="max-w-[54ch] flex flex-col items-start gap-3 text-[15px] text-t2">
        <p className="text-t1">
          A pack is what people get: LUT files for every look, camera and place they go to.
        </p>
        <p>
          Looks stand down, cameras across; each cell says which roles are made of the two. Every file is
          named, judged by the rules of where it goes, and proved against the recipe before it leaves.
        </p>
        <Button kind="main" onClick={begin}>
          Begin a pack
        </Button>
        {create.error && (
          <p role="alert" className="text-ember">
            ▲ {create.error.message}
          </p>
        )}
      </div>
    </div>
  );
}

/** Packs of the project: planned, exported, released. */
export function PackScreen() {
  const project = useOpenProject();
  const { data, error } = usePacks(project.id);
  const drafts = packs.useDrafts((s) => s.drafts);
  const [chosen, setChosen] = useState('');
  const [deleted, setDeleted] = useState<PackRecord | null>(null);
  const { setDeleted: setDeletedOf } = usePackActions(project.id);
  useUndoKeys(packs.undo, packs.redo);
  useEffect(() => {
    if (data) void packs.open(project.id);
  }, [data, project.id]);
  if (error && !data) return <Message text={error.message} retry />;
  if (!data) return <Message text="Opening the packs …" />;
  if (data.items.length === 0) return <FirstPack />;
  const record = data.items.find((p) => p.id === chosen) ?? data.items[0];
  const pack = drafts[record.id];
  if (!pack) return <Message text="Opening the pack …" />;
  return (
    <>
      <UnreadableNotice rows={data.unreadable} />
      {deleted && (
        <p role="status" className="px-4 py-1 bg-g2 border-b border-g0 text-t2">
          "{deleted.document.name}" is deleted.{' '}
          <Button
            kind="text"
            onClick={() => {
              setDeletedOf.mutate({ id: deleted.id, deleted: false });
              setDeleted(null);
            }}
          >
            Undo
          </Button>
        </p>
      )}
      <PackEditor
        key={record.id}
        id={record.id}
        pack={pack}
        records={data.items}
        onChoose={setChosen}
        onDeleted={setDeleted}
      />
    </>
  );
}
