import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { Data, Layout } from 'plotly.js';
import { type KeyboardEvent, type PointerEvent, useMemo, useState } from 'react';
import { differenceWords } from '@velvet-dusk/core/inspect/compareWords';
import type { FullReport } from '@velvet-dusk/core/inspect/report/report';
import type { TryOrder } from '@velvet-dusk/core/inspect/tryOn';
import { useOpenProject } from '../../api/openProject.ts';
import { Chart, ink } from '../../chart/Chart.tsx';
import { BitmapCanvas } from '../../ui/BitmapCanvas.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { atOnce, inspectCrew } from '../../workers/crew.ts';
import type { PlateOrder } from '../../workers/develop.ts';
import { setInspectView, useInspectView } from '../../state/inspectView.ts';
import { useInspectSetting } from './reports.ts';
import { reportOf, type Row } from './tableColumns.ts';
import { TryBar } from './TryBar.tsx';
import { useTryPlate } from './useTryPlate.ts';

const baseName = (path: string) => path.split('/').pop() ?? path;
type Shown = 'wipe' | 'map';
const views: { value: Shown; label: string; hint: string }[] = [
  { value: 'wipe', label: 'Wipe', hint: 'This one left of the edge, the other right' },
  { value: 'map', label: 'Difference', hint: 'ΔE2000: black is none, white is 10 or more' },
];

const layout: Partial<Layout> = {
  margin: { l: 38, r: 8, t: 4, b: 20 },
  xaxis: { range: [-8, 7], dtick: 1, fixedrange: true },
  yaxis: { fixedrange: true, ticksuffix: ' %', zeroline: true },
};

/** Two pictures on either side of an edge that is dragged, or moved with the arrow keys. */
function Wipe({ pictures, names }: { pictures: ImageBitmap[]; names: [string, string] }) {
  const [at, setAt] = useState(0.5);
  const drag = (event: PointerEvent<HTMLDivElement>) => {
    if (event.buttons !== 1) return;
    const box = event.currentTarget.getBoundingClientRect();
    setAt(Math.min(Math.max((event.clientX - box.left) / box.width, 0), 1));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const step = { ArrowLeft: -0.02, ArrowRight: 0.02 }[event.key];
    if (!step) return;
    event.preventDefault();
    setAt((x) => Math.min(Math.max(x + step, 0), 1));
  };
  return (
    <div
      className="relative bg-g0 aspect-video cursor-ew-resize touch-none"
      role="slider"
      tabIndex={0}
      aria-label={`Edge between ${names[0]} and ${names[1]}`}
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={Math.round(at * 100)}
      onPointerDown={drag}
      onPointerMove={drag}
      onKeyDown={onKeyDown}
    >
      <BitmapCanvas bitmap={pictures[1]} className="absolute inset-0 w-full h-full" />
      <div className="absolute inset-0" style={{ clipPath: `inset(0 ${(1 - at) * 100}% 0 0)` }}>
        <BitmapCanvas bitmap={pictures[0]} className="w-full h-full" />
      </div>
      <span className="absolute inset-y-0 w-px bg-white" style={{ left: `${at * 100}%` }} />
      <span className="absolute left-2 bottom-1 text-[11.5px] bg-[#000000a0] px-1">{names[0]}</span>
      <span className="absolute right-2 bottom-1 text-[11.5px] bg-[#000000a0] px-1">{names[1]}</span>
    </div>
  );
}

function OnPlate({
  row,
  other,
  plate,
  plates,
  names,
}: {
  row: Row;
  other: Row;
  plate: PlateOrder;
  plates: { id: string; name: string }[];
  names: [string, string];
}) {
  const setting = useInspectSetting();
  const { practice } = useOpenProject();
  const [view, setView] = useState<Shown>('wipe');
  const [order, setOrder] = useState<TryOrder>({ trims: 'before', strength: 1, exposure: 0 });
  const files = [row.order, other.order] as const;
  const { data, error } = useQuery({
    queryKey: ['compared on', files, plate.id, plate.shot, plate.profile, order],
    queryFn: ({ signal }) =>
      inspectCrew().run('compareOn', [files, plate, order, setting, practice], { signal, priority: atOnce }),
    staleTime: Infinity,
    gcTime: 30_000,
    placeholderData: keepPreviousData,
  });
  return (
    <>
      <TryBar
        order={order}
        onChange={(part) => setOrder((o) => ({ ...o, ...part }))}
        plates={plates}
        plateId={plate.id}
      />
      <div className="flex items-center gap-4 text-[12.5px]">
        <Segments<Shown> label="Shown" small value={view} options={views} onChange={setView} />
        {data && (
          <span className="num text-t2" data-testid="plate-difference">
            on this plate ΔE {data.mean.toFixed(2)} in the mean, 99 % under {data.p99.toFixed(2)}
          </span>
        )}
      </div>
      {error && (
        <p role="alert" className="text-ember">
          ▲ {error.message}
        </p>
      )}
      {data && view === 'wipe' && <Wipe pictures={data.pictures} names={names} />}
      {data && view === 'map' && (
        <div className="bg-g0 aspect-video" role="img" aria-label="Where they differ">
          <BitmapCanvas bitmap={data.pictures[2]} className="w-full h-full" />
        </div>
      )}
    </>
  );
}

/** The second's greys less the first's, over stops. */
function Greys({ a, b }: { a: FullReport; b: FullReport }) {
  const data = useMemo<Data[]>(
    () => [
      {
        x: a.greys.stops,
        y: a.greys.shown.map((v, i) => b.greys.shown[i] - v),
        mode: 'lines',
        line: { color: ink.line, width: 1.5 },
        hovertemplate: '%{x} st: %{y:+.1f} %<extra></extra>',
      },
    ],
    [a, b],
  );
  return (
    <div className="h-[110px]">
      <Chart
        label="Difference along the neutral axis, in per cent of the signal"
        data={data}
        layout={layout}
      />
    </div>
  );
}

/** Two LUTs against each other: in words, by numbers, along greys, on a plate. */
export function CompareView({ row, rows, report }: { row: Row; rows: readonly Row[]; report: FullReport }) {
  const otherId = useInspectView((s) => s.otherId);
  const others = rows.filter((r) => r !== row && reportOf(r));
  const other = others.find((r) => r.file.id === otherId) ?? others[0];
  const { plate, plates } = useTryPlate();
  const files = other && ([row.order, other.order] as const);
  const { data: difference } = useQuery({
    queryKey: ['compared', files],
    queryFn: ({ signal }) => inspectCrew().run('compare', [files!], { signal, priority: atOnce }),
    enabled: files !== undefined,
    staleTime: Infinity,
  });
  if (!other)
    return <p className="p-5 text-t2">There is no other LUT in the list. Bring one to hold this against.</p>;
  const otherReport = reportOf(other)!;
  const names: [string, string] = [baseName(row.file.path), baseName(other.file.path)];
  return (
    <div className="p-5 pt-3 grid gap-3">
      <Choice
        label="Against"
        className="text-[12.5px] [&>span]:flex-none [&>select]:max-w-[420px]"
        value={other.file.id}
        options={others.map((r) => ({ value: r.file.id, label: r.file.path }))}
        onChange={(id) => setInspectView({ otherId: id })}
      />
      <p className="text-[14px]" data-testid="difference-words">
        {differenceWords(names[0], report, names[1], otherReport)}
      </p>
      {difference && (
        <p className="num text-t2">
          all codes: ΔE {difference.lattice.mean.toFixed(2)} in the mean, 99 % under{' '}
          {difference.lattice.p99.toFixed(2)}, worst {difference.lattice.max.toFixed(1)}; greys:{' '}
          {difference.neutral.mean.toFixed(2)}, worst {difference.neutral.max.toFixed(1)}
        </p>
      )}
      {plate && <OnPlate row={row} other={other} plate={plate} plates={plates} names={names} />}
      <section aria-label="Greys">
        <h4 className="text-t3 text-[11.5px]">Greys: the other less this one, over stops from mid-grey</h4>
        <Greys a={report} b={otherReport} />
      </section>
    </div>
  );
}
