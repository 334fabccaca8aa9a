import type { KeyboardEvent } from 'react';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { tintGains, type ZoneName } from '@velvet-dusk/core/look/steps/zoneCurve';
import { setView } from '../../../state/view.ts';
import { NumberField } from '../../../ui/NumberField.tsx';
import { useDrag } from '../../../ui/useDrag.ts';
import { editZone, type Zone, zoneField, zoneLabels } from './zoneEdit.ts';

const size = 46;

/** The tint as a colour: what it makes of a grey, brought up so that small tints show. */
function tintColour(zone: Zone): string {
  const gains = tintGains(zone.warm * 1.6, zone.green * 1.6);
  return `rgb(${gains.map((g) => Math.round(Math.min(g * 150, 255))).join(' ')})`;
}

function Pad({ step, name, zone, selected }: TintPadProps) {
  const drag = useDrag({
    start: () => {
      setView({ zone: name, stepId: step.id });
      return zone;
    },
    move: ({ dx, dy }, from) =>
      editZone(step, name, { warm: from.warm + (dx / size) * 2, green: from.green - (dy / size) * 2 }),
  });
  const onKeyDown = (e: KeyboardEvent) => {
    const by = e.shiftKey ? 0.05 : e.altKey ? 0.002 : 0.01;
    const moves: Record<string, Partial<Zone>> = {
      ArrowRight: { warm: zone.warm + by },
      ArrowLeft: { warm: zone.warm - by },
      ArrowUp: { green: zone.green + by },
      ArrowDown: { green: zone.green - by },
    };
    if (!moves[e.key]) return;
    e.preventDefault();
    e.stopPropagation();
    editZone(step, name, moves[e.key]);
  };
  const half = size / 2;
  return (
    <svg
      width={size}
      height={size}
      role="slider"
      tabIndex={0}
      aria-label={`${zoneLabels[name]} tint`}
      aria-valuemin={-1}
      aria-valuemax={1}
      aria-valuenow={zone.warm}
      aria-valuetext={`amber ${zone.warm.toFixed(2)}, green ${zone.green.toFixed(2)}`}
      className="shrink-0 cursor-crosshair touch-none"
      onKeyDown={onKeyDown}
      onDoubleClick={() => editZone(step, name, { warm: 0, green: 0 })}
      {...drag}
    >
      <rect
        x={0.5}
        y={0.5}
        width={size - 1}
        height={size - 1}
        className={`fill-g1 ${selected ? 'stroke-violet' : 'stroke-g4'}`}
      />
      <path d={`M${half} 5V${size - 5}M5 ${half}H${size - 5}`} className="stroke-g4" />
      <circle
        cx={half + zone.warm * (half - 4)}
        cy={half - zone.green * (half - 4)}
        r={4}
        fill={tintColour(zone)}
        className="stroke-white"
        strokeWidth={1}
      />
    </svg>
  );
}

interface TintPadProps {
  step: LookStep;
  name: ZoneName;
  zone: Zone;
  selected: boolean;
}

const fields: { key: keyof Zone; label: string; step: number; digits: number }[] = [
  { key: 'density', label: 'density', step: 0.02, digits: 2 },
  { key: 'warm', label: 'amber', step: 0.01, digits: 2 },
  { key: 'green', label: 'green', step: 0.01, digits: 2 },
];

/** One zone in the dock: its tint pad and its numbers. */
export function TintPad(props: TintPadProps) {
  const { step, name, zone, selected } = props;
  return (
    <div className="flex gap-1.5 items-start" role="group" aria-label={zoneLabels[name]}>
      <Pad {...props} />
      <div className="flex flex-col text-[11.5px] leading-[15px]">
        <button
          type="button"
          className={`text-left ${selected ? 'text-t1 font-medium' : 'text-t2 hover:text-t1'}`}
          onClick={() => setView({ zone: name, stepId: step.id })}
        >
          {zoneLabels[name]}
        </button>
        {fields.map(({ key, label, ...f }) => (
          <span key={key} className="flex items-baseline">
            <span
              aria-hidden
              className={`text-t3 text-[11px] w-[40px] ${selected ? '' : '@max-[690px]:hidden'}`}
            >
              {label}
            </span>
            <NumberField
              hideLabel
              signed
              {...zoneField(name, key)}
              {...f}
              unit=""
              label={`${zoneLabels[name]} ${label}`}
              value={zone[key]}
              onChange={(v) => editZone(step, name, { [key]: v })}
            />
          </span>
        ))}
      </div>
    </div>
  );
}
