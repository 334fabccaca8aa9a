import type { Data, Layout } from 'plotly.js';
import { useEffect, useRef } from 'react';
import { useSize } from '../ui/useSize.ts';

/** Colours of charts: the greys of the interface, violet for what is meant. */
export const ink = {
  line: '#e6e6e6',
  faint: '#5a5a5a',
  grid: '#2b2b2b',
  text: '#a8a8a8',
  violet: '#9d8cff',
  ember: '#ffa24a',
  holds: '#8fb8a0',
  close: '#d8c07a',
} as const;

const axis = {
  gridcolor: ink.grid,
  zerolinecolor: ink.grid,
  linecolor: ink.faint,
  ticks: 'outside' as const,
  tickcolor: ink.faint,
  ticklen: 3,
  automargin: true,
};
const base: Partial<Layout> = {
  paper_bgcolor: 'rgba(0,0,0,0)',
  plot_bgcolor: 'rgba(0,0,0,0)',
  font: { family: '"Spline Sans Mono Variable", monospace', size: 11, color: ink.text },
  margin: { l: 46, r: 12, t: 8, b: 36 },
  showlegend: false,
  hoverlabel: { bgcolor: '#2b2b2b', bordercolor: ink.faint, font: { color: ink.line } },
};

interface ChartProps {
  /** What the chart shows, for those who do not see it. */
  label: string;
  data: Data[];
  layout: Partial<Layout>;
}

/** A chart; the library comes when the first one is shown. */
export function Chart({ label, data, layout }: ChartProps) {
  const [ref, size] = useSize<HTMLDivElement>();
  const plot = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (size.width === 0 || !plot.current) return;
    const element = plot.current;
    let gone = false;
    void import('plotly.js-basic-dist-min').then((plotly) => {
      if (gone) return;
      const whole = {
        ...base,
        ...layout,
        ...size,
        xaxis: { ...axis, ...layout.xaxis },
        yaxis: { ...axis, ...layout.yaxis },
      };
      return plotly.react(element, data, whole, { displayModeBar: false, responsive: false });
    });
    return () => {
      gone = true;
    };
  }, [data, layout, size]);
  return (
    <div ref={ref} className="h-full w-full min-h-0 overflow-hidden" role="img" aria-label={label}>
      <div ref={plot} aria-hidden />
    </div>
  );
}
