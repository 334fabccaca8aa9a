import type { Data, Layout } from 'plotly.js';
import { useMemo, useState } from 'react';
import type { GreyReport } from '@velvet-dusk/core/inspect/report/greys';
import { signed } from '@velvet-dusk/core/numeric/signed';
import { Segments } from '../../ui/Segments.tsx';
import { Chart, ink } from '../../chart/Chart.tsx';

type Over = 'stops' | 'code';
const overs: { value: Over; label: string; hint: string }[] = [
  { value: 'stops', label: 'Over stops', hint: 'Signal on the usual display, over stops from mid-grey' },
  {
    value: 'code',
    label: 'Over code',
    hint: 'Codes that come out, channel by channel, over codes that go in',
  },
];
const yaxis = { range: [0, 103], dtick: 25, fixedrange: true, ticksuffix: ' %' };
const margin = { l: 34, r: 8, t: 4, b: 20 };
const layouts: Record<Over, Partial<Layout>> = {
  stops: { margin, yaxis, xaxis: { range: [-8, 7], dtick: 1, fixedrange: true } },
  code: { margin, yaxis, xaxis: { range: [0, 100], dtick: 10, fixedrange: true } },
};
/** Channels where they part; where they do not, the last lies over the others. */
const channelInk = ['#d98a8a', '#8fc48f', '#8fa8e0'];
const percent = (list: readonly number[]) => list.map((v) => v * 100);

const tintText = ([a, b]: [number, number]): string =>
  Math.hypot(a, b) < 0.5
    ? 'neutral'
    : `${Math.abs(b) >= Math.abs(a) ? (b > 0 ? 'warm' : 'cool') : a > 0 ? 'magenta' : 'green'} ${Math.hypot(a, b).toFixed(1)}`;

/** The colour of a tint at one lightness, tripled, so that it can be seen. */
const tintColour = (a: number, b: number) => `lab(55% ${(a * 3).toFixed(1)} ${(b * 3).toFixed(1)})`;

/** The neutral axis as a tone curve, its tint beneath, and what follows from it. */
export function GreysView({ greys }: { greys: GreyReport }) {
  const [over, setOver] = useState<Over>('stops');
  const data = useMemo<Data[]>(
    () =>
      over === 'stops'
        ? [
            {
              x: greys.stops,
              y: greys.plain,
              mode: 'lines',
              line: { color: ink.faint, width: 1 },
              hovertemplate: '%{x} st: %{y:.1f} % without it<extra></extra>',
            },
            {
              x: greys.stops,
              y: greys.shown,
              mode: 'lines',
              line: { color: ink.line, width: 1.6 },
              hovertemplate: '%{x} st: %{y:.1f} %<extra></extra>',
            },
          ]
        : greys.codeOut.map((out, c) => ({
            x: percent(greys.codeIn),
            y: percent(out),
            mode: 'lines',
            line: { color: channelInk[c], width: 1.3 },
            hovertemplate: `%{x:.1f} %: ${['red', 'green', 'blue'][c]} %{y:.1f} %<extra></extra>`,
          })),
    [greys, over],
  );
  const facts: [string, string, string][] = [
    ['Mid-grey', `${greys.midGrey.toFixed(1)} %`, `${Math.round(greys.midGrey * 10.23)}/1023`],
    ['Black', `${greys.black.toFixed(1)} %`, ''],
    ['White', `${greys.white.toFixed(1)} %`, ''],
    ['Contrast', greys.contrast.toFixed(2), 'st a st'],
    ['Keeps', `${signed(greys.keeps.low, 1)} to ${signed(greys.keeps.high, 1)}`, 'st'],
    ['Shadows', tintText(greys.shadows), '−3 st'],
    ['Middle', tintText(greys.middle), ''],
    ['Highlights', tintText(greys.highlights), '+2 st'],
  ];
  return (
    <div className="grid grid-cols-[1fr_206px] gap-4">
      <div>
        <Segments<Over> label="Greys" small value={over} options={overs} onChange={setOver} />
        <div className="h-[150px]">
          <Chart
            label={`Greys through the LUT: mid-grey at ${greys.midGrey.toFixed(1)} %, black ${greys.black.toFixed(1)} %, white ${greys.white.toFixed(1)} %. The faint line is without it.`}
            data={data}
            layout={layouts[over]}
          />
        </div>
        <div
          role="img"
          aria-label="Tint of greys, tripled, from minus eight stops to seven over"
          className="flex h-2.5 ml-[34px] mr-[8px]"
        >
          {greys.stops.map((s, i) =>
            i % 2 === 0 ? (
              <span
                key={s}
                className="flex-1"
                style={{ background: tintColour(greys.tint[0][i], greys.tint[1][i]) }}
              />
            ) : null,
          )}
        </div>
        <p className="text-t3 text-[11.5px] ml-[34px] pt-0.5">
          Tint of greys, tripled, over stops.
          {over === 'stops' && ' The faint line is the picture without it.'}
        </p>
      </div>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 content-start text-[12px]">
        {facts.map(([label, value, unit]) => (
          <div key={label} className="contents">
            <dt className="text-t3">{label}</dt>
            <dd className="num text-right">
              {value} <span className="text-t3">{unit}</span>
            </dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
