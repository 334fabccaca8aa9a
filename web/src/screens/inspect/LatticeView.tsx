import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Data, Layout } from 'plotly.js';
import { NumberField } from '../../ui/NumberField.tsx';
import { atOnce, inspectCrew } from '../../workers/crew.ts';
import { ink } from '../../chart/Chart.tsx';
import { useSize } from '../../ui/useSize.ts';
import { swatchText } from './swatch.ts';
import { reportOf, type Row } from './tableColumns.ts';

const axis = (title: string) => ({
  title: { text: title },
  range: [-0.05, 1.05],
  dtick: 0.25,
  color: ink.text,
  gridcolor: ink.grid,
  zerolinecolor: ink.faint,
  backgroundcolor: 'rgba(0,0,0,0)',
});
const layout = {
  paper_bgcolor: 'rgba(0,0,0,0)',
  font: { family: '"Spline Sans Mono Variable", monospace', size: 11, color: ink.text },
  margin: { l: 0, r: 0, t: 0, b: 0 },
  showlegend: false,
  scene: {
    xaxis: axis('red out'),
    yaxis: axis('green out'),
    zaxis: axis('blue out'),
    aspectmode: 'cube',
    camera: { eye: { x: 1.5, y: -1.5, z: 0.9 } },
  },
} as unknown as Partial<Layout>;

/** Nodes as points in their own colours, and the lines between neighbours. */
function drawing(size: number, values: Float32Array, worst: readonly number[] | null): Data[] {
  const at = (r: number, g: number, b: number) => ((b * size + g) * size + r) * 3;
  const nodes: [number[], number[], number[]] = [[], [], []];
  const colours: string[] = [];
  const lines: [(number | null)[], (number | null)[], (number | null)[]] = [[], [], []];
  for (let b = 0; b < size; b++)
    for (let g = 0; g < size; g++)
      for (let r = 0; r < size; r++) {
        const p = at(r, g, b);
        for (let c = 0; c < 3; c++) nodes[c].push(values[p + c]);
        colours.push(swatchText([values[p], values[p + 1], values[p + 2]]));
      }
  const walk = (place: (i: number) => number) => {
    for (let i = 0; i < size; i++) for (let c = 0; c < 3; c++) lines[c].push(values[place(i) + c]);
    for (let c = 0; c < 3; c++) lines[c].push(null);
  };
  for (let u = 0; u < size; u++)
    for (let v = 0; v < size; v++) {
      walk((i) => at(i, u, v));
      walk((i) => at(u, i, v));
      walk((i) => at(u, v, i));
    }
  const neutral = Array.from({ length: size }, (_, i) => at(i, i, i));
  const near = worst && at(...(worst.map((w) => Math.round(w * (size - 1))) as [number, number, number]));
  return [
    {
      type: 'scatter3d',
      mode: 'lines',
      x: lines[0],
      y: lines[1],
      z: lines[2],
      line: { color: '#474747', width: 1 },
      hoverinfo: 'skip',
    },
    {
      type: 'scatter3d',
      mode: 'markers',
      x: nodes[0],
      y: nodes[1],
      z: nodes[2],
      marker: { size: 3, color: colours },
      hovertemplate: 'red %{x:.3f}<br>green %{y:.3f}<br>blue %{z:.3f}<extra></extra>',
    },
    {
      type: 'scatter3d',
      mode: 'lines',
      x: neutral.map((p) => values[p]),
      y: neutral.map((p) => values[p + 1]),
      z: neutral.map((p) => values[p + 2]),
      line: { color: ink.line, width: 4 },
      hoverinfo: 'skip',
    },
    ...(near === null
      ? []
      : [
          {
            type: 'scatter3d' as const,
            mode: 'markers' as const,
            x: [values[near]],
            y: [values[near + 1]],
            z: [values[near + 2]],
            marker: {
              size: 14,
              symbol: 'circle-open' as const,
              color: ink.ember,
              line: { color: ink.ember, width: 3 },
            },
            hoverinfo: 'skip' as const,
          },
        ]),
  ];
}

/** The lattice in three dimensions, to be turned; the library for it comes when it is first asked for. */
export function LatticeView({ row }: { row: Row }) {
  const [points, setPoints] = useState(9);
  const [box, size] = useSize<HTMLDivElement>();
  const plot = useRef<HTMLDivElement>(null);
  const [state, setState] = useState<'coming' | 'there' | string>('coming');
  const { data, error } = useQuery({
    queryKey: ['lattice', row.file.sha256, points],
    queryFn: ({ signal }) => inspectCrew().run('lattice', [row.order, points], { signal, priority: atOnce }),
    staleTime: Infinity,
    gcTime: 60_000,
  });
  const faults = reportOf(row)?.faults;
  const worst = useMemo(() => faults?.find((f) => f.at)?.at ?? null, [faults]);
  useEffect(() => {
    const element = plot.current;
    if (!data || !element || size.width === 0) return;
    let gone = false;
    void import('plotly.js-gl3d-dist-min')
      .then(async (plotly) => {
        if (gone) return;
        await plotly.react(
          element,
          drawing(data.size, data.values, worst),
          { ...layout, width: size.width, height: size.height },
          { displayModeBar: false, responsive: false },
        );
        setState('there');
      })
      .catch((e: unknown) => setState(`It cannot be drawn here: ${(e as Error).message}`));
    return () => {
      gone = true;
    };
  }, [data, size, worst]);
  return (
    <div className="p-5 pt-3 h-full flex flex-col gap-2 text-[12.5px]">
      <div className="flex items-baseline gap-4">
        <NumberField
          label="Points along an edge"
          value={points}
          min={3}
          max={17}
          step={1}
          digits={0}
          rest={9}
          onChange={(v) => setPoints(Math.round(v))}
        />
        <span className="text-t3">
          Drag turns it. White is the neutral axis{worst ? '; the ring is the worst spot' : ''}.
        </span>
      </div>
      {(error || (state !== 'coming' && state !== 'there')) && (
        <p role="alert" className="text-ember">
          ▲ {error?.message ?? state}
        </p>
      )}
      <div
        ref={box}
        className="flex-1 min-h-[420px]"
        role="img"
        aria-label="Lattice of what comes out, in three dimensions"
        data-state={state}
      >
        <div ref={plot} aria-hidden />
      </div>
    </div>
  );
}
