import { Check } from '../../ui/Check.tsx';
import { Select } from '../../ui/Select.tsx';
import { useState } from 'react';
import {
  describeRules,
  type Destination,
  packFormats,
  type PackFormat,
} from '@velvet-dusk/core/pack/destination';
import type { Pack } from '@velvet-dusk/core/pack/document';
import { Button } from '../../ui/Button.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { DevicePanel } from './DevicePanel.tsx';
import { editPack } from './packStore.ts';
import type { Planned } from './usePlan.ts';
import { plural } from '@velvet-dusk/core/numeric/plural';
import { tip } from '../../ui/tip.ts';

const same = <T extends string>(...values: T[]) => values.map((value) => ({ value, label: value }));
const ranges = same('any', 'full', 'narrow');
const interpolations = same('tetrahedral', 'trilinear');
const namings = [
  { value: 'long' as const, label: 'as built' },
  { value: 'short' as const, label: 'as short as can be' },
];

/** A list of grids as it is typed: numbers with spaces or commas between; nothing means any. */
function GridsField({ grids, onChange }: { grids: readonly number[]; onChange(grids: number[]): void }) {
  const [draft, setDraft] = useState<string | null>(null);
  const read = (text: string) =>
    text
      .split(/[\s,]+/)
      .filter((w) => w !== '')
      .map(Number);
  const isRight = draft === null || read(draft).every((n) => Number.isInteger(n) && n >= 2 && n <= 129);
  const take = () => {
    if (draft !== null && isRight) onChange([...new Set(read(draft))].sort((a, b) => a - b));
    setDraft(null);
  };
  return (
    <label className="flex gap-1.5 text-t2">
      Grids
      <input
        type="text"
        aria-invalid={!isRight}
        {...tip('Points it takes, as 17 33; nothing means any')}
        className={`num bg-g1 border rounded-sm px-1 w-[90px] ${isRight ? 'border-g4' : 'border-ember'}`}
        value={draft ?? grids.join(' ')}
        onChange={(e) => setDraft(e.currentTarget.value)}
        onBlur={take}
        onKeyDown={(e) => e.key === 'Enter' && take()}
      />
    </label>
  );
}

function Rules({
  destination: d,
  onChange,
}: {
  destination: Destination;
  onChange(change: Partial<Destination>): void;
}) {
  return (
    <div className="grid gap-2 py-2 text-[12px]">
      <div className="flex gap-4">
        <GridsField grids={d.grids} onChange={(grids) => onChange({ grids })} />
        <NumberField
          label="Characters"
          value={d.nameLength}
          min={5}
          max={255}
          step={1}
          rest={255}
          digits={0}
          onChange={(nameLength) => onChange({ nameLength })}
        />
        <NumberField
          label="Slots"
          value={d.slots ?? 0}
          min={0}
          max={10000}
          step={1}
          rest={0}
          digits={0}
          onChange={(slots) => onChange({ slots: slots || null })}
        />
      </div>
      <div className="flex gap-4">
        <span className="flex gap-1.5 text-t2">
          Range
          <Select
            label="Range"
            value={d.range}
            options={ranges}
            className="text-[12px]"
            onChange={(range) => onChange({ range })}
          />
        </span>
        <span className="flex gap-1.5 text-t2">
          Interpolates
          <Select
            label="Interpolates"
            value={d.interpolation}
            options={interpolations}
            className="text-[12px]"
            onChange={(interpolation) => onChange({ interpolation })}
          />
        </span>
      </div>
      <div className="flex gap-4">
        <span className="flex gap-1.5 text-t2">
          Names
          <Select
            label="Names"
            value={d.naming}
            options={namings}
            className="text-[12px]"
            onChange={(naming) => onChange({ naming })}
          />
        </span>
        <Check checked={d.byCamera} onChange={(isOn) => onChange({ byCamera: isOn })}>
          Folders by camera
        </Check>
      </div>
      <fieldset className="flex flex-wrap gap-x-3 text-t2">
        <legend className="sr-only">Formats for {d.label}</legend>
        {Object.entries(packFormats).map(([id, { label }]) => (
          <Check
            key={id}
            checked={d.formats.includes(id as PackFormat)}
            onChange={(isOn) => {
              const rest = d.formats.filter((f) => f !== id);
              const formats = isOn ? [...rest, id as PackFormat] : rest;
              if (formats.length > 0) onChange({ formats });
            }}
          >
            {label}
          </Check>
        ))}
      </fieldset>
    </div>
  );
}

/** Where files go, what is taken there, and how many break it. */
export function Destinations({ id, pack, planned }: { id: string; pack: Pack; planned: Planned }) {
  const [open, setOpen] = useState('');
  const { plan, judged } = planned;
  const filesOf = (d: Destination) =>
    plan.files.map((f, i) => ({ f, i })).filter(({ f }) => f.destination.id === d.id);
  const used = pack.destinations.filter((d) => filesOf(d).length > 0);
  const others = pack.destinations.filter((d) => !used.includes(d));
  const row = (d: Destination) => {
    const its = filesOf(d);
    const broken = its.filter(({ i }) => judged.files[i].length > 0).length;
    const whole = judged.destinations.get(d.id) ?? [];
    return (
      <li key={d.id} className="border-t border-g0 py-2">
        <div className="flex items-baseline gap-2">
          <button
            type="button"
            aria-expanded={open === d.id}
            className="flex-1 text-left hover:text-t1"
            onClick={() => setOpen(open === d.id ? '' : d.id)}
          >
            {d.label}
          </button>
          {its.length === 0 ? (
            <span className="text-t3">no file goes here</span>
          ) : broken > 0 ? (
            <span className="text-ember">▲ {plural(broken, 'file')} will not do</span>
          ) : (
            <span className="text-holds">● {plural(its.length, 'file')} fit</span>
          )}
        </div>
        <p className="text-t3 text-[11.5px]">{describeRules(d)}</p>
        {whole.map(({ says, fix }) => (
          <p key={says} className="text-ember text-[12px]">
            ▲ {says}.{' '}
            {fix && (
              <Button kind="text" onClick={() => editPack(id, fix.apply)}>
                {fix.label}
              </Button>
            )}
          </p>
        ))}
        {open === d.id && (
          <Rules
            destination={d}
            onChange={(change) =>
              editPack(id, (p) => ({
                ...p,
                destinations: p.destinations.map((x) => (x.id === d.id ? { ...x, ...change } : x)),
              }))
            }
          />
        )}
      </li>
    );
  };
  return (
    <aside
      aria-label="Where the files go"
      className="w-[376px] shrink-0 border-l border-g0 scroll-quiet px-4 py-2 text-[12.5px]"
    >
      <h2 className="pb-2">Where the files go</h2>
      <ul>{used.map(row)}</ul>
      {others.length > 0 && (
        <details className="border-t border-g0 py-2">
          <summary className="text-t2 cursor-pointer">{plural(others.length, 'place')} without files</summary>
          <ul>{others.map(row)}</ul>
        </details>
      )}
      <DevicePanel pack={pack} planned={planned} />
    </aside>
  );
}
