import { Check } from '../../ui/Check.tsx';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { axes, type AxisId, axisIds, axisOf } from '@velvet-dusk/core/trial/axes/index';
import type { AxisValue } from '@velvet-dusk/core/trial/axes/axis';
import type { Layout } from '@velvet-dusk/core/trial/document';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import type { TrialMaterial } from './useTrialMaterial.ts';

interface AxisMenuProps {
  label: string;
  layout: Layout | null;
  /** What stands on the other sides of the board: chosen here, it changes places. */
  elsewhere: readonly Layout[];
  material: TrialMaterial;
  /** Without it, there has to be one. */
  onNone?: () => void;
  onChange(layout: Layout): void;
}

/** Steps of exposure that are laid out at a click, over three stops each way. */
const exposureSteps = [
  { label: '1/3', step: 1 / 3 },
  { label: '1/2', step: 1 / 2 },
  { label: '1', step: 1 },
];
const stepped = (step: number) =>
  Array.from({ length: Math.round(6 / step) + 1 }, (_, i) => Number((-3 + i * step).toFixed(4)));

/** Numbers as they are typed: apart by spaces or semicolons, a comma for the point, a typographic minus. */
function readNumbers(text: string): number[] {
  return text
    .replaceAll('−', '-')
    .replaceAll(',', '.')
    .split(/[\s;]+/)
    .filter((t) => t !== '' && t !== '+')
    .map(Number);
}

const named = new Set<AxisId>(['plates', 'looks', 'cameras', 'wrong-profile']);

function NumberValues({ layout, onChange }: { layout: Layout; onChange(layout: Layout): void }) {
  const axis = axisOf(layout.axis);
  const [text, setText] = useState(layout.values.join('  ').replaceAll('-', '−'));
  const numbers = readNumbers(text);
  const wrong = numbers
    .map((n) => axis.refuse(n, { plates: [], looks: [], profiles: [] }))
    .find((w) => w !== null);
  const isFine = numbers.length > 0 && !wrong;
  const take = (values: number[]) =>
    onChange({ ...layout, values: [...new Set(values)].sort((a, b) => a - b) });
  return (
    <div className="grid gap-2">
      <label className="grid gap-1 text-t2">
        Values
        <input
          type="text"
          className="num w-full bg-g1 border border-g4 rounded-sm px-2 py-1 focus:outline-none focus:border-violet"
          aria-invalid={!isFine}
          value={text}
          onChange={(e) => setText(e.currentTarget.value)}
          onKeyDown={(e) => e.key === 'Enter' && isFine && take(numbers)}
          onBlur={() => isFine && take(numbers)}
        />
      </label>
      {!isFine && (
        <p role="alert" className="text-ember text-[12px]">
          ▲ {wrong ?? 'Type one number or more.'}
        </p>
      )}
      {layout.axis === 'exposure' && (
        <div className="flex items-baseline gap-2 text-t2">
          Steps of
          {exposureSteps.map(({ label, step }) => (
            <Button
              key={label}
              onClick={() => {
                setText(
                  stepped(step)
                    .map((v) => Number(v.toFixed(2)))
                    .join('  ')
                    .replaceAll('-', '−'),
                );
                take(stepped(step));
              }}
            >
              {label} stop
            </Button>
          ))}
        </div>
      )}
    </div>
  );
}

function ListValues({
  layout,
  material,
  onChange,
}: Pick<AxisMenuProps, 'material' | 'onChange'> & { layout: Layout }) {
  const axis = axisOf(layout.axis);
  const all =
    layout.axis === 'plates'
      ? material.sources.plates.map((p) => p.id)
      : layout.axis === 'looks'
        ? material.sources.looks.map((l) => l.id)
        : axis.usual(material.sources);
  const set = (value: AxisValue, on: boolean) => {
    const values = all.filter((v) => (v === value ? on : layout.values.includes(v)));
    if (values.length > 0) onChange({ ...layout, values });
  };
  return (
    <div className="grid gap-1">
      <div className="flex gap-3 text-[12px]">
        <Button kind="text" onClick={() => onChange({ ...layout, values: [...all] })}>
          All
        </Button>
        <Button kind="text" onClick={() => onChange({ ...layout, values: all.slice(0, 1) })}>
          The first only
        </Button>
      </div>
      <ul className="max-h-[300px] scroll-quiet grid gap-0.5">
        {all.map((value) => (
          <li key={value}>
            <Check checked={layout.values.includes(value)} onChange={(isOn) => set(value, isOn)}>
              {axis.words(value, material.sources)}
            </Check>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** What changes along one side of the board, and over which values. */
export function AxisMenu({ label, layout, elsewhere, material, onNone, onChange }: AxisMenuProps) {
  const options = [
    ...(onNone ? [{ value: 'none' as const, label: 'nothing' }] : []),
    ...axisIds.map((id) => ({ value: id, label: axes[id].label })),
  ];
  const choose = (id: AxisId | 'none') => {
    if (id === 'none') onNone?.();
    else
      onChange(
        elsewhere.find((l) => l.axis === id) ?? { axis: id, values: [...axisOf(id).usual(material.usual)] },
      );
  };
  const words = layout ? axes[layout.axis].label.toLowerCase() : 'nothing';
  const isTyped = layout && typeof layout.values[0] === 'number' && layout.axis !== 'bits';
  const isList = layout && (named.has(layout.axis) || !isTyped);
  return (
    <Popover.Root>
      <Popover.Trigger aria-label={`${label}: ${words}`} className="text-t2 hover:text-t1 whitespace-nowrap">
        {label} <span className="text-t1 border-b border-g4">{words}</span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          className="z-20 bg-g2 border border-g4 rounded-sm p-3 w-[330px] grid gap-3 text-[12.5px]"
        >
          <Choice label="Axis" value={layout?.axis ?? 'none'} options={options} onChange={choose} />
          {isTyped && (
            <NumberValues
              key={`${layout.axis} ${layout.values.length}`}
              layout={layout}
              onChange={onChange}
            />
          )}
          {isList && <ListValues layout={layout} material={material} onChange={onChange} />}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
