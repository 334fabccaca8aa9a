import { useEffect, useState } from 'react';
import { setMeasured } from '../../../state/measured.ts';
import { setView } from '../../../state/view.ts';
import { BitmapCanvas } from '../../../ui/BitmapCanvas.tsx';
import { paintThumb } from '../../../workers/paintThumb.ts';
import { useOpenProject } from '../../../api/openProject.ts';
import { type CurrentPlate, plateOrder, useWholeLook } from '../../useBench.ts';
import type { FilmSteps } from './filmSteps.ts';
import { shippedStocks, type StockKind, stockOf, withStock } from '@velvet-dusk/core/look/filmStock';
import { loadStock } from './stocks.ts';
import { Button } from '../../../ui/Button.tsx';
import { openSheet } from '../../sheet/sheetStore.ts';
import { tip } from '../../../ui/tip.ts';

/** Milliseconds of quiet before the strip is painted anew. */
const quiet = 350;

interface AuditionProps extends CurrentPlate {
  steps: FilmSteps;
  kind: StockKind;
}

/** The plate under every stock, at the strengths of the look; a click loads one, comma and full stop go through them. */
export function Audition({ plate, profile, steps, kind }: AuditionProps) {
  const look = useWholeLook();
  const { practice } = useOpenProject();
  const [pictures, setPictures] = useState<Record<string, ImageBitmap>>({});
  const step = steps[kind];
  const loaded = stockOf(step)?.id;
  // The loaded stock itself does not change what the others look like.
  const others = JSON.stringify([
    {
      ...look,
      steps: look.steps.map((s) => (s.id === step?.id ? { ...s, params: { ...s.params, stock: null } } : s)),
    },
    plate.id,
    plate.shot,
    kind,
  ]);

  useEffect(() => {
    let stale = false;
    const paint = async () => {
      for (const stock of shippedStocks[kind]) {
        if (stale) return;
        const tried = withStock(look, kind, stock);
        const bitmap = await paintThumb(tried, plateOrder(plate, profile), practice);
        if (!stale) setPictures((all) => ({ ...all, [stock.id]: bitmap }));
      }
    };
    const timer = setTimeout(() => {
      paint().catch((error: Error) =>
        setMeasured({ trouble: `The audition could not be painted: ${error.message}` }),
      );
    }, quiet);
    return () => {
      stale = true;
      clearTimeout(timer);
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the text stands for look, plate and kind
  }, [others]);

  return (
    <div className="flex-1 min-w-0 px-4 pb-2 flex flex-col gap-1">
      <div className="flex gap-3 text-[12px] h-5">
        {(['negative', 'print'] as const).map((k) => (
          <button
            key={k}
            type="button"
            aria-pressed={k === kind}
            className={k === kind ? 'text-t1 border-b border-violet' : 'text-t2 hover:text-t1'}
            onClick={() => setView({ audition: k })}
          >
            {k === 'negative' ? 'Negatives' : 'Prints'}
          </button>
        ))}
        <span className="text-t3 ml-auto">comma and full stop go through them</span>
        <Button kind="text" onClick={() => openSheet(`${kind}s`)}>
          Sheet
        </Button>
      </div>
      <div role="group" aria-label="Audition" className="grid grid-cols-3 gap-x-2 gap-y-1 min-h-0 flex-1">
        {shippedStocks[kind].map((stock) => (
          <button
            key={stock.id}
            type="button"
            aria-pressed={stock.id === loaded}
            {...tip(stock.about)}
            className={`min-h-0 flex flex-col text-left text-[11.5px] outline-offset-[-1px] ${stock.id === loaded ? 'outline-2 outline-violet text-t1' : 'text-t2 hover:text-t1'}`}
            onClick={() => loadStock(kind, step, stock)}
          >
            <span className="flex-1 min-h-0 w-full bg-g1">
              <BitmapCanvas bitmap={pictures[stock.id]} className="w-full h-full object-cover" />
            </span>
            <span className="px-1 truncate">{stock.name}</span>
          </button>
        ))}
      </div>
    </div>
  );
}
