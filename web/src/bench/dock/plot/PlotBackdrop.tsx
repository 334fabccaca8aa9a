import { type Axis, plotMargin, type PlotScale } from './plotScale.ts';

/** Shares of even bins over an axis. */
export type Spread = { shares: Float32Array } & Axis;

export interface PlotBackdropProps {
  s: PlotScale;
  /** Where the axes are named. */
  ticks: { x: readonly number[]; y: readonly number[] };
  spread: Spread | null;
  /** What stands at a place of the x axis; the number itself where nothing is said. */
  tickText?(x: number): string;
  /** The colour of the spread at a place; neutral where none is given. */
  colourAt?: ((x: number) => string) | undefined;
}

const label = (v: number) => `${v < 0 ? '−' : ''}${Number(Math.abs(v).toFixed(2))}`;
const text = { fontSize: 10.5, className: 'fill-t3 num' };

/** Behind a control: the plate's own spread along the x axis, and the scales. */
export function PlotBackdrop({ s, ticks, spread, colourAt, tickText = label }: PlotBackdropProps) {
  return (
    <g aria-hidden>
      {spread && <SpreadBars s={s} spread={spread} colourAt={colourAt} />}
      {ticks.y.map((v) => (
        <g key={v}>
          <line x1={plotMargin.left} x2={s.right} y1={s.y(v)} y2={s.y(v)} className="stroke-[#2e2e2e]" />
          <text {...text} x={plotMargin.left - 6} y={s.y(v) + 3.5} textAnchor="end">
            {label(v)}
          </text>
        </g>
      ))}
      {ticks.x.map((v) => (
        <text {...text} key={v} x={s.x(v)} y={s.bottom + 14} textAnchor="middle">
          {tickText(v)}
        </text>
      ))}
    </g>
  );
}

function SpreadBars({
  s,
  spread,
  colourAt,
}: { s: PlotScale; spread: Spread } & Pick<PlotBackdropProps, 'colourAt'>) {
  const most = Math.max(...spread.shares) || 1;
  const width = (spread.max - spread.min) / spread.shares.length;
  return Array.from(spread.shares, (share, i) => {
    // The root keeps small shares in sight beside large ones.
    const tall = Math.sqrt(share / most) * (s.bottom - plotMargin.top) * 0.7;
    const at = spread.min + i * width;
    return (
      <rect
        key={i}
        x={s.x(at)}
        width={width * s.perX + 0.3}
        y={s.bottom - tall}
        height={tall}
        fill={colourAt?.(at + width / 2) ?? '#343434'}
        opacity={colourAt ? 0.4 : 1}
      />
    );
  });
}
