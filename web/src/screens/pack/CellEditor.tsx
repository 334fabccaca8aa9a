import { Check } from '../../ui/Check.tsx';
import { named, Select } from '../../ui/Select.tsx';
import { Popover } from 'radix-ui';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import {
  inRole,
  monitorOffsetOf,
  itemsFor,
  itemsOf,
  nextItem,
  type Pack,
  type PackItem,
  withItems,
} from '@velvet-dusk/core/pack/document';
import { roles } from '@velvet-dusk/core/order/roles/index';
import { displayToken } from '@velvet-dusk/core/render/display';
import { outputs } from '@velvet-dusk/core/render/outputs/index';
import { useOpenProject } from '../../api/openProject.ts';
import { Button } from '../../ui/Button.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { editPack } from './packStore.ts';
import { roleOptions } from './words.ts';

interface CellEditorProps {
  id: string;
  pack: Pack;
  place: { lookId: string; profileId: string };
  label: string;
  columns: readonly Profile[];
  onClose(): void;
}

interface RowProps {
  item: PackItem;
  pack: Pack;
  n: number;
  /** Cameras it may lead to: all but its own. */
  columns: readonly Profile[];
  onChange(item: PackItem | null): void;
}

/** One LUT of a cell: everything it is made by, each value typed or chosen. */
function ItemRow({ item, pack, n, columns, onChange }: RowProps) {
  const set = (change: Partial<PackItem>) => onChange({ ...item, ...change });
  const role = roles[item.role];
  const name = `LUT ${n}`;
  const { monitorOffsetStops } = useOpenProject().practice;
  const around = { others: columns.map((p) => p.id), monitorOffsetStops };
  return (
    <fieldset className="border-t border-g4 py-2 grid gap-1.5">
      <legend className="sr-only">{name}</legend>
      <div className="flex items-center gap-3">
        <Select
          label={`Role of ${name}`}
          value={item.role}
          options={roleOptions}
          className="text-[12px]"
          onChange={(role) => onChange(inRole(item, role, around))}
        />
        <NumberField
          label="Grid"
          value={item.grid}
          min={2}
          max={129}
          step={1}
          rest={33}
          digits={0}
          onChange={(grid) => set({ grid })}
        />
        <Select
          label={`Output of ${name}`}
          value={item.output}
          options={pack.outputs.map((o) => ({
            value: o.id,
            label: `${outputs[o.display.output].label} · ${displayToken(o.display)}`,
          }))}
          className="text-[12px]"
          onChange={(output) => set({ output })}
        />
        <span className="flex-1" />
        <Button kind="text" aria-label={`Remove ${name}`} onClick={() => onChange(null)}>
          Remove
        </Button>
      </div>
      <div className="flex items-center gap-4 text-[12px]">
        {(role.uses as readonly string[]).includes('offset') && (
          <NumberField
            label="Exposed over"
            value={item.offset}
            min={-8}
            max={8}
            step={0.25}
            rest={monitorOffsetOf(monitorOffsetStops)}
            digits={2}
            unit="st"
            signed
            onChange={(offset) => set({ offset })}
          />
        )}
        {role.withLook && (
          <NumberField
            label="Strength"
            value={Math.round((item.strength ?? 1) * 100)}
            min={0}
            max={100}
            step={1}
            rest={100}
            digits={0}
            unit="%"
            onChange={(s) => set({ strength: s === 100 ? null : s / 100 })}
          />
        )}
        {role.withLook && (
          <Check checked={item.colourOnly} onChange={(isOn) => set({ colourOnly: isOn })}>
            Colour only
          </Check>
        )}
        {role.mayGoPlain && (
          <Check checked={item.withoutLook} onChange={(isOn) => set({ withoutLook: isOn })}>
            Without the look
          </Check>
        )}
        {role.uses.includes('to') && (
          <span className="flex gap-1 text-t2">
            To
            <Select
              label="To"
              value={item.to ?? ''}
              options={named(columns)}
              className="text-[12px]"
              onChange={(to) => set({ to })}
            />
          </span>
        )}
      </div>
      <div className="flex flex-wrap gap-x-3 gap-y-0.5 text-[12px] text-t2">
        {pack.destinations.map((d) => (
          <Check
            key={d.id}
            checked={item.destinations.includes(d.id)}
            onChange={(isOn) => {
              const rest = item.destinations.filter((x) => x !== d.id);
              const next = isOn ? [...rest, d.id] : rest;
              // A file that goes nowhere is no file.
              if (next.length > 0) set({ destinations: next });
            }}
          >
            {d.label}
          </Check>
        ))}
      </div>
      <p className="text-t3 text-[11.5px]">
        {role.purpose} Stands {role.stands}.
      </p>
    </fieldset>
  );
}

/** The roles of one cell, beside it. Escape, or a click elsewhere, closes it. */
export function CellEditor({ id, pack, place, label, columns, onClose }: CellEditorProps) {
  const { looks, practice } = useOpenProject();
  const items = itemsOf(pack, place.lookId, place.profileId);
  const put = (next: readonly PackItem[]) =>
    editPack(id, (p) => withItems(p, place.lookId, place.profileId, next));
  const copyTo = (places: { lookId: string; profileId: string }[]) =>
    editPack(id, (p) =>
      places.reduce((now, to) => withItems(now, to.lookId, to.profileId, itemsFor(items, to.profileId)), p),
    );
  const others = columns.filter((p) => p.id !== place.profileId);
  const add = () =>
    put([
      ...items,
      nextItem(pack, items, {
        others: others.map((p) => p.id),
        monitorOffsetStops: practice.monitorOffsetStops,
      }),
    ]);
  return (
    <Popover.Portal>
      <Popover.Content
        align="start"
        sideOffset={2}
        collisionPadding={8}
        aria-label={label}
        className="z-20 w-[560px] max-h-[var(--radix-popover-content-available-height)] scroll-quiet bg-g2 border border-violet rounded-sm px-4 py-3 shadow-[0_6px_24px_#000c]"
      >
        <div className="flex items-baseline gap-3 pb-2">
          <h3 className="flex-1 font-semibold">{label}</h3>
          <Button kind="text" onClick={() => copyTo(columns.map((p) => ({ ...place, profileId: p.id })))}>
            To all cameras
          </Button>
          <Button kind="text" onClick={() => copyTo(looks.map((l) => ({ ...place, lookId: l.id })))}>
            To all looks
          </Button>
          <Button kind="text" onClick={onClose}>
            Close
          </Button>
        </div>
        {items.map((item, i) => (
          <ItemRow
            key={i}
            n={i + 1}
            item={item}
            pack={pack}
            columns={others}
            onChange={(next) => put(items.flatMap((old, at) => (at !== i ? [old] : next ? [next] : [])))}
          />
        ))}
        {items.length === 0 && <p className="text-t2 py-2">No LUT of this look for this camera yet.</p>}
        <Button onClick={add}>Add a LUT</Button>
      </Popover.Content>
    </Popover.Portal>
  );
}
