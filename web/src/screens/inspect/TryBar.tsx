import type { TryOrder } from '@velvet-dusk/core/inspect/tryOn';
import { Choice } from '../../ui/Choice.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { setInspectView } from '../../state/inspectView.ts';

const trims: { value: TryOrder['trims']; label: string; hint: string }[] = [
  { value: 'before', label: 'Trims before it', hint: 'The corrections of the shot stand ahead of the LUT' },
  {
    value: 'after',
    label: 'Trims after it',
    hint: 'The corrections come on the finished picture: what the LUT clips is lost to them',
  },
];

/** What a LUT is tried on, and how. */
export function TryBar({
  order,
  onChange,
  plates,
  plateId,
}: {
  order: TryOrder;
  onChange(change: Partial<TryOrder>): void;
  plates: readonly { id: string; name: string }[];
  plateId: string;
}) {
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 text-[12.5px]">
      <Choice
        label="Plate"
        className="[&>select]:max-w-[150px]"
        value={plateId}
        options={plates.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(id) => setInspectView({ plateId: id })}
      />
      <Segments<TryOrder['trims']>
        label="Corrections of the shot"
        small
        value={order.trims}
        options={trims}
        onChange={(t) => onChange({ trims: t })}
      />
      <span className="inline-flex items-center gap-2">
        <NumberField
          label="Strength"
          unit="%"
          value={order.strength * 100}
          min={0}
          max={100}
          step={1}
          digits={0}
          rest={100}
          onChange={(v) => onChange({ strength: v / 100 })}
        />
        <input
          type="range"
          aria-label="Strength, as a slider"
          className="w-[64px] accent-[#9d8cff]"
          min={0}
          max={100}
          value={order.strength * 100}
          onChange={(e) => onChange({ strength: Number(e.currentTarget.value) / 100 })}
        />
      </span>
      <NumberField
        label="Exposed"
        unit="st"
        signed
        value={order.exposure}
        min={-6}
        max={6}
        step={0.1}
        digits={1}
        rest={0}
        onChange={(exposure) => onChange({ exposure })}
      />
    </div>
  );
}
