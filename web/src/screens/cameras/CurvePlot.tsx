import { useMemo } from 'react';
import { makeCodec } from '@velvet-dusk/core/camera/codec';
import { rowLinear } from '@velvet-dusk/core/camera/document/checkTable';
import type { JudgedRow } from '@velvet-dusk/core/camera/document/checkTable';
import { linearToStops, stopsToLinear } from '@velvet-dusk/core/colour/exposure';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { signalToCode } from '@velvet-dusk/core/colour/range';
import { Chart, ink } from '../../chart/Chart.tsx';

const span = { low: -9, high: 8 };
const stops = Array.from({ length: (span.high - span.low) * 8 + 1 }, (_, i) => span.low + i / 8);
const ticks = Array.from({ length: span.high - span.low + 1 }, (_, i) => span.low + i);
const stopWord = (s: number) => (s > 0 ? `+${s}` : s < 0 ? `−${-s}` : '0');
const colours = { holds: ink.holds, close: ink.close, fails: ink.ember, none: ink.faint };
const symbols = { holds: 'circle', close: 'circle-open', fails: 'triangle-up', none: 'circle' };

/** Code of all codes, counted in ten bits, of a row of a maker's table. */
function rowCode10(profile: Profile, { row }: JudgedRow): number {
  if (row.unit === '10-bit') return row.value;
  const { levels } = makeCodec(profile);
  return (row.unit === 'code' ? row.value : signalToCode(row.value / 100, levels)) * 1023;
}

/** The curve over stops, with the camera's floor and clip, another profile beside it, and the maker's own points. */
export function CurvePlot({
  profile,
  other,
  rows,
}: {
  profile: Profile;
  other: Profile | null;
  rows: JudgedRow[];
}) {
  const { data, layout } = useMemo(() => {
    const curve = (p: Profile) => {
      const codec = makeCodec(p);
      return stops.map((s) => Math.min(Math.max(codec.encode(stopsToLinear(s)), 0), 1) * 1023);
    };
    const line = (p: Profile, color: string, width: number) => ({
      x: stops,
      y: curve(p),
      name: p.name,
      mode: 'lines' as const,
      type: 'scatter' as const,
      line: { color, width },
      hovertemplate: '%{x:+.2f} st → %{y:.1f}<extra>%{fullData.name}</extra>',
    });
    const { clipStops, floorStops } = profile.sensor;
    const edge = (x: number) => ({
      type: 'line' as const,
      x0: x,
      x1: x,
      y0: 0,
      y1: 1023,
      line: { color: ink.faint, width: 1, dash: 'dot' as const },
    });
    const label = (x: number, y: number, text: string) => ({
      x,
      y,
      text,
      showarrow: false,
      xanchor: 'left' as const,
      font: { size: 10.5, color: ink.text },
    });
    return {
      data: [
        ...(other ? [line(other, ink.violet, 1)] : []),
        line(profile, ink.line, 1.6),
        {
          x: [0],
          y: [makeCodec(profile).encode(stopsToLinear(0)) * 1023],
          name: '18 % grey',
          mode: 'markers' as const,
          type: 'scatter' as const,
          marker: { color: ink.line, size: 7, symbol: 'square' },
          hovertemplate: '18 % grey → %{y:.1f}<extra></extra>',
        },
        {
          x: rows.map((r) => linearToStops(Math.max(rowLinear(r.row), stopsToLinear(span.low)))),
          y: rows.map((r) => rowCode10(profile, r)),
          name: 'document',
          mode: 'markers' as const,
          type: 'scatter' as const,
          marker: {
            color: rows.map((r) => colours[r.verdict]),
            symbol: rows.map((r) => symbols[r.verdict]),
            size: 8,
          },
          hovertemplate: 'document: %{y:.1f}<extra></extra>',
        },
      ],
      layout: {
        xaxis: {
          title: { text: 'stops from mid-grey', font: { size: 11 } },
          range: [span.low, span.high],
          tickvals: ticks,
          ticktext: ticks.map(stopWord),
        },
        yaxis: {
          title: { text: '10-bit code', font: { size: 11 } },
          range: [0, 1023],
          tickvals: [0, 64, 256, 512, 768, 940, 1023],
        },
        shapes: [edge(floorStops), edge(clipStops)],
        annotations: [
          label(floorStops + 0.1, 1000, `floor ${floorStops.toFixed(1)}`),
          label(clipStops + 0.1, 28, `clip +${clipStops.toFixed(1)}`),
        ],
      },
    };
  }, [profile, other, rows]);
  return <Chart label={`Code over stops for ${profile.name}`} data={data} layout={layout} />;
}
