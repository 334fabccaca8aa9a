import { keepPreviousData, useQueries, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import type { TryOrder } from '@velvet-dusk/core/inspect/tryOn';
import { signed } from '@velvet-dusk/core/numeric/signed';
import { worstVerdict } from '@velvet-dusk/core/numeric/verdict';
import { worstReading } from '@velvet-dusk/core/trial/worst';
import { useOpenProject } from '../../api/openProject.ts';
import { EmptyStation } from '../../shell/EmptyStation.tsx';
import { BitmapCanvas } from '../../ui/BitmapCanvas.tsx';
import { VerdictMark } from '../../ui/VerdictMark.tsx';
import { atOnce, inspectCrew } from '../../workers/crew.ts';
import type { PlateOrder } from '../../workers/develop.ts';
import type { TriedPicture } from '../../workers/inspect.ts';
import { useInspectSetting } from './reports.ts';
import type { Row } from './tableColumns.ts';
import { TryBar } from './TryBar.tsx';
import { UseIt } from './UseIt.tsx';
import { useTryPlate } from './useTryPlate.ts';
import { tip } from '../../ui/tip.ts';

/** Exposures of the row beneath the picture. */
const exposures = [-3, -2, -1, 0, 1, 2, 3] as const;
/** Pictures that are kept while one goes back and forth. */
const keptFor = 30_000;

function useTried(row: Row, plate: PlateOrder) {
  const setting = useInspectSetting();
  const { practice } = useOpenProject();
  const file = row.order;
  return (order: TryOrder) => ({
    queryKey: ['tried', file, plate.id, plate.shot, plate.profile, order, practice],
    queryFn: ({ signal }: { signal: AbortSignal }): Promise<TriedPicture> =>
      inspectCrew().run('tryOn', [file, plate, order, setting, practice], { signal, priority: atOnce }),
    staleTime: Infinity,
    gcTime: keptFor,
  });
}

function Exposures({
  row,
  plate,
  order,
  onExposure,
}: {
  row: Row;
  plate: PlateOrder;
  order: TryOrder;
  onExposure(stops: number): void;
}) {
  const tried = useTried(row, plate);
  const cells = useQueries({ queries: exposures.map((exposure) => tried({ ...order, exposure })) });
  return (
    <div role="group" aria-label="Over exposure" className="grid grid-cols-7 gap-1">
      {exposures.map((stops, i) => {
        const { data } = cells[i];
        const worst = data && worstReading(data.readings);
        return (
          <button
            key={stops}
            type="button"
            aria-pressed={order.exposure === stops}
            className={`text-left border-b-2 ${order.exposure === stops ? 'border-violet' : 'border-transparent hover:border-g5'}`}
            onClick={() => onExposure(stops)}
            {...tip(worst ? `${worst.label}: ${worst.detail}` : undefined)}
          >
            <span className="block bg-g0 aspect-video">
              <BitmapCanvas bitmap={data?.bitmap} className="w-full h-full" />
            </span>
            <span className="flex justify-between text-[11.5px]">
              <span className="num">{signed(stops, 0)}</span>
              {data && <VerdictMark verdict={worstVerdict(data.readings.map((r) => r.verdict))} />}
            </span>
          </button>
        );
      })}
    </div>
  );
}

function Tried({
  row,
  plate,
  plates,
}: {
  row: Row;
  plate: PlateOrder;
  plates: { id: string; name: string }[];
}) {
  const [order, setOrder] = useState<TryOrder>({ trims: 'before', strength: 1, exposure: 0 });
  const settled = useDeferredValue(order);
  const tried = useTried(row, plate);
  const { data, error } = useQuery({ ...tried(settled), placeholderData: keepPreviousData });
  const change = (part: Partial<TryOrder>) => setOrder((o) => ({ ...o, ...part }));
  return (
    <div className="p-5 pt-3 grid gap-3">
      <TryBar order={order} onChange={change} plates={plates} plateId={plate.id} />
      {error && (
        <p role="alert" className="text-ember">
          ▲ {error.message}
        </p>
      )}
      <div className="grid grid-cols-[1fr_190px] gap-4">
        <div className="grid gap-2 content-start">
          <div
            className="bg-g0 aspect-video"
            role="img"
            aria-label="The plate through the LUT"
            data-testid="tried"
          >
            <BitmapCanvas bitmap={data?.bitmap} className="w-full h-full" />
          </div>
          <Exposures
            row={row}
            plate={plate}
            order={settled}
            onExposure={(exposure) => change({ exposure })}
          />
        </div>
        <ul aria-label="Readings" className="text-[12px] grid content-start">
          {data?.readings.map((r) => (
            <li key={r.id} className="flex gap-2 items-baseline" {...tip(`${r.detail} Target ${r.target}.`)}>
              <VerdictMark verdict={r.verdict} />
              <span className="flex-1 text-t2">{r.label}</span>
              <span className="num">{r.text}</span>
            </li>
          ))}
        </ul>
      </div>
      <UseIt row={row} plate={plate} order={settled} />
    </div>
  );
}

/** A LUT on a plate, ahead of the shot's corrections or behind them, at any strength, over exposure. */
export function TryView({ row }: { row: Row }) {
  const { id } = useOpenProject();
  const { plate, plates } = useTryPlate();
  if (!plate)
    return (
      <EmptyStation
        text="A LUT is tried on log plates. Bring some."
        to={`/${id}/plates`}
        action="Bring plates"
      />
    );
  return <Tried row={row} plate={plate} plates={plates} />;
}
