import type { KeyboardEvent } from 'react';
import { useDrag } from '../../../ui/useDrag.ts';

interface SelectionBarProps {
  label: string;
  width: number;
  min: number;
  max: number;
  /** What is selected in full, and how far the soft edges reach. */
  low: number;
  high: number;
  soft: number;
  unit: string;
  /** The plate's own spread along the bar: shares of even bins over the bar. */
  shares: ArrayLike<number> | null;
  colourAt(value: number): string;
  onLow(value: number): void;
  onHigh(value: number): void;
  onSoft(value: number): void;
}

const height = 40;

/** An end of the selection: dragged, or moved with the arrow keys. */
function Handle({
  name,
  value,
  x,
  perUnit,
  range,
  unit,
  shape,
  onChange,
}: {
  name: string;
  value: number;
  x: number;
  perUnit: number;
  range: { min: number; max: number };
  unit: string;
  shape: 'edge' | 'soft';
  onChange(value: number): void;
}) {
  const drag = useDrag({ start: () => value, move: ({ dx }, from) => onChange(from + dx / perUnit) });
  const onKeyDown = (e: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[e.key];
    if (!by) return;
    e.preventDefault();
    e.stopPropagation();
    onChange(value + by * (range.max - range.min) * (e.shiftKey ? 0.05 : e.altKey ? 0.0005 : 0.005));
  };
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={name}
      aria-valuemin={range.min}
      aria-valuemax={range.max}
      aria-valuenow={value}
      aria-valuetext={`${value.toFixed(2)} ${unit}`}
      className="cursor-ew-resize touch-none focus:outline-none group"
      onKeyDown={onKeyDown}
      {...drag}
    >
      <rect x={x - 6} width={12} y={0} height={height} fill="transparent" />
      {shape === 'edge' ? (
        <rect
          x={x - 2}
          width={4}
          y={2}
          height={height - 4}
          className="fill-violet group-focus-visible:stroke-white"
        />
      ) : (
        <circle
          cx={x}
          cy={height - 6}
          r={4}
          className="fill-g2 stroke-violet group-focus-visible:stroke-white"
          strokeWidth={1.5}
        />
      )}
    </g>
  );
}

/** A soft range on one axis of colour, over the plate's own spread. */
export function SelectionBar(props: SelectionBarProps) {
  const { label, width, min, max, low, high, soft, unit, shares, colourAt } = props;
  const perUnit = width / (max - min);
  const x = (v: number) => Math.min(Math.max((v - min) * perUnit, 0), width);
  const most = shares ? Math.max(...Array.from(shares)) || 1 : 1;
  const strips = 90;
  const range = { min, max };
  return (
    <svg width={width} height={height} role="group" aria-label={label} className="block">
      {Array.from({ length: strips }, (_, i) => (
        <rect
          key={i}
          x={(i * width) / strips}
          width={width / strips + 0.5}
          y={height - 3}
          height={3}
          fill={colourAt(min + ((i + 0.5) * (max - min)) / strips)}
        />
      ))}
      {shares &&
        Array.from(shares, (share, i) => {
          const tall = Math.sqrt(share / most) * (height - 5);
          const w = width / shares.length;
          return (
            <rect
              key={i}
              x={i * w}
              width={w + 0.3}
              y={height - 3 - tall}
              height={tall}
              className="fill-[#3c3c3c]"
            />
          );
        })}
      <path
        d={`M${x(low - soft)} ${height - 3}L${x(low)} 3H${x(high)}L${x(high + soft)} ${height - 3}`}
        className="fill-violet stroke-violet"
        fillOpacity={0.12}
      />
      <Handle
        name={`${label}, from`}
        value={low}
        x={x(low)}
        shape="edge"
        onChange={props.onLow}
        perUnit={perUnit}
        range={range}
        unit={unit}
      />
      <Handle
        name={`${label}, to`}
        value={high}
        x={x(high)}
        shape="edge"
        onChange={props.onHigh}
        perUnit={perUnit}
        range={range}
        unit={unit}
      />
      <Handle
        name={`${label}, soft edge`}
        value={soft}
        x={x(high + soft)}
        shape="soft"
        range={{ min: 0, max: max - min }}
        onChange={props.onSoft}
        perUnit={perUnit}
        unit={unit}
      />
    </svg>
  );
}
