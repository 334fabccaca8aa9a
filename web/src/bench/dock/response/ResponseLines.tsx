import type { ColourDistribution } from '@velvet-dusk/core/scopes/colourDistribution';
import { lineColours, singleLine } from '../plot/lineColours.ts';
import { plateAxes } from '../plot/plateAxes.ts';
import { PlotBackdrop } from '../plot/PlotBackdrop.tsx';
import { plotMargin, plotPath, type PlotScale } from '../plot/plotScale.ts';
import { restOf } from './responseScale.ts';
import type { ResponseView } from './responseKinds.ts';

interface ResponseLinesProps {
  s: PlotScale;
  view: ResponseView;
  /** Places of the axis, and the value of each line there. */
  xs: readonly number[];
  lines: readonly (readonly number[])[];
  distribution: ColourDistribution | null;
  /** A place picked on the picture. */
  picked: number | null;
  on: boolean;
}

const units = { channels: 'st', light: 'st', saturation: '×', turn: '°' } as const;

/** The picked place and what the lines say there, in words. */
function readout(view: ResponseView, xs: readonly number[], lines: ResponseLinesProps['lines'], at: number) {
  const nearest = xs.reduce((best, x, i) => (Math.abs(x - at) < Math.abs(xs[best] - at) ? i : best), 0);
  const { unit } = plateAxes[view.axis];
  const values = lines.map(
    (line, i) => `${lines.length > 1 ? `${'RGB'[i]} ` : ''}${signed(line[nearest], view)}`,
  );
  const text = `at ${at.toFixed(unit ? 1 : 2)} ${unit}: ${values.join('  ')} ${units[view.quantity]}`;
  return text.replaceAll('-', '−').replaceAll(' °', '°');
}

const signed = (v: number, { quantity }: ResponseView) =>
  `${quantity !== 'saturation' && v >= 0 ? '+' : ''}${v.toFixed(2)}`;

/** Measured lines of a step over the plate's own spread, and where it would rest. */
export function ResponseLines({ s, view, xs, lines, distribution, picked, on }: ResponseLinesProps) {
  const axis = plateAxes[view.axis];
  const { min, max } = view.y;
  const rest = s.y(restOf(view));
  return (
    <>
      <PlotBackdrop
        s={s}
        ticks={{ x: axis.ticks, y: [min, (min + max) / 2, max] }}
        spread={distribution && axis.spread(distribution)}
        colourAt={axis.colourAt}
      />
      <line
        x1={plotMargin.left}
        x2={s.right}
        y1={rest}
        y2={rest}
        strokeDasharray="3 3"
        className="stroke-g5"
      />
      {picked !== null && (
        <line
          x1={s.x(picked)}
          x2={s.x(picked)}
          y1={plotMargin.top}
          y2={s.bottom}
          className="stroke-violet"
          strokeDasharray="2 2"
        />
      )}
      {picked !== null && lines.length > 0 && (
        <text
          x={s.right - 6}
          y={plotMargin.top + 12}
          textAnchor="end"
          fontSize={11}
          className="fill-t1 num stroke-g1 [paint-order:stroke]"
          strokeWidth={4}
        >
          {readout(view, xs, lines, picked)}
        </text>
      )}
      {lines.map((values, line) => (
        <path
          key={line}
          d={plotPath(s, xs, (_, i) => values[i])}
          fill="none"
          stroke={lines.length > 1 ? lineColours[line] : singleLine}
          strokeWidth={1.5}
          opacity={on ? 0.95 : 0.4}
        />
      ))}
    </>
  );
}
