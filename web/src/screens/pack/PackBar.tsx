import { DropdownMenu } from 'radix-ui';
import type { PackRecord } from '@velvet-dusk/core/api/packs';
import { newPack, type Pack } from '@velvet-dusk/core/pack/document';
import { inShape, type PackShapeId, packShapes } from '@velvet-dusk/core/pack/shapes';
import { usePackActions, useReleases } from '../../api/packs.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { Button } from '../../ui/Button.tsx';
import { plural } from '@velvet-dusk/core/numeric/plural';
import { menuItem } from '../../ui/menuItem.ts';
import { NameField } from '../../ui/NameField.tsx';
import { editPack, packs } from './packStore.ts';
import type { Planned } from './usePlan.ts';
import { expectedText } from './words.ts';
import { tip } from '../../ui/tip.ts';

interface PackBarProps {
  id: string;
  pack: Pack;
  records: readonly PackRecord[];
  planned: Planned;
  onChoose(id: string): void;
  onDeleted(record: PackRecord): void;
  onExport(): void;
  onDetails(): void;
}

const trigger = 'text-t1 border-b border-g4 hover:border-g5';
const content = 'z-20 bg-g2 border border-g4 rounded-sm py-1 text-[12.5px] max-w-[420px]';

/** Looks and cameras the pack has now. */
const shapeOf = (pack: Pack) => ({
  looks: [...new Set(pack.cells.map((c) => c.lookId))],
  profiles: [...new Set(pack.cells.map((c) => c.profileId))],
});

function ShapeMenu({ id, pack }: { id: string; pack: Pack }) {
  const project = useOpenProject();
  const put = (shape: PackShapeId) =>
    editPack(id, (now) => {
      const { looks, profiles } = shapeOf(now);
      return inShape(now, shape, {
        looks: looks.length > 0 ? looks : project.looks.map((l) => l.id),
        profiles: profiles.length > 0 ? profiles : project.profiles.map((p) => p.id),
        monitorOffsetStops: project.practice.monitorOffsetStops,
      });
    });
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className={trigger} aria-label={`Shape of ${pack.name}`}>
        Start from a shape <span aria-hidden>▾</span>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="start" className={content}>
          {Object.entries(packShapes).map(([shape, { label, about }]) => (
            <DropdownMenu.Item key={shape} className={menuItem} onSelect={() => put(shape as PackShapeId)}>
              <span className="block text-t1">{label}</span>
              <span className="block text-[11.5px] text-t3">{about}</span>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function PackMenu({
  id,
  records,
  onChoose,
  onDeleted,
}: Pick<PackBarProps, 'id' | 'records' | 'onChoose' | 'onDeleted'>) {
  const project = useOpenProject();
  const { create, setDeleted } = usePackActions(project.id);
  const remove = () =>
    setDeleted.mutate(
      { id, deleted: true },
      { onSuccess: () => onDeleted(records.find((r) => r.id === id)!) },
    );
  const make = () =>
    create.mutate(newPack(`Pack ${records.length + 1}`, project.viewing), {
      onSuccess: (r) => onChoose(r.id),
    });
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="text-violet hover:underline" aria-label="Packs of this project">
        {plural(records.length, 'pack')}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="start" className={content}>
          {records.map((r) => (
            <DropdownMenu.Item key={r.id} className={menuItem} onSelect={() => onChoose(r.id)}>
              {r.document.name}
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Separator className="h-px bg-g4 my-1" />
          <DropdownMenu.Item className={menuItem} onSelect={make}>
            New pack
          </DropdownMenu.Item>
          {records.length > 1 && (
            <DropdownMenu.Item className={menuItem} onSelect={remove}>
              Delete this pack
            </DropdownMenu.Item>
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** Name, shape, totals and the one button. */
export function PackBar({
  id,
  pack,
  records,
  planned,
  onChoose,
  onDeleted,
  onExport,
  onDetails,
}: PackBarProps) {
  const state = packs.useStates((s) => s.states[id]);
  const { data: releases } = useReleases(id);
  const { files } = planned.totals;
  return (
    <div className="flex items-center gap-5 px-4 h-10 shrink-0 border-b border-g0 text-[13px] whitespace-nowrap">
      <label className="flex items-baseline gap-1.5 text-t2">
        Pack
        <NameField
          label="Name of the pack"
          value={pack.name}
          onChange={(name) => editPack(id, (p) => ({ ...p, name }))}
        />
      </label>
      <PackMenu id={id} records={records} onChoose={onChoose} onDeleted={onDeleted} />
      <ShapeMenu id={id} pack={pack} />
      <Button kind="text" onClick={onDetails}>
        Details
      </Button>
      {state && 'why' in state && (
        <span role="alert" className="text-ember min-w-0 truncate">
          ▲ {state.why}
        </span>
      )}
      <span className="flex-1" />
      <span className="num text-t2 min-w-0 truncate" aria-live="polite" {...tip(expectedText(planned))}>
        {plural(files, 'file')} · {expectedText(planned)}
      </span>
      <span className="text-t2">
        Release <span className="num text-t1">{(releases?.[0]?.number ?? 0) + 1}</span>
      </span>
      <Button kind="main" disabled={files === 0} onClick={onExport}>
        Export and prove
      </Button>
    </div>
  );
}
