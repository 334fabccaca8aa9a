import { useEffect, useRef } from 'react';
import { useMeasured } from '../../state/measured.ts';
import { setView, useView } from '../../state/view.ts';
import { useIsStale } from '../useIsStale.ts';
import type { PictureBox } from './Pane.tsx';

/** Violet over the pixels that the chosen reading is taken from. */
const tint = [157, 140, 255, 120] as const;

/** The chosen reading and where it was measured; null while that is of another plate, view or reading. */
function useWhere() {
  const where = useMeasured((s) => s.analysis?.where ?? null);
  const measured = useMeasured((s) => s.measuredOf?.readingId);
  const label = useMeasured((s) => s.analysis?.readings.find((r) => r.id === measured)?.label ?? '');
  const chosen = useView((s) => s.readingId);
  const isStale = useIsStale();
  return isStale || !chosen || chosen !== measured || !where ? null : { where, label };
}

/** What the violet means, and the way to be rid of it. */
export function WhereLegend() {
  const found = useWhere();
  if (!found) return null;
  return (
    <p className="absolute right-2 bottom-2 px-2 bg-[#000000c0] text-[12px] text-t1 flex items-baseline gap-2">
      <span aria-hidden className="inline-block w-2.5 h-2.5 bg-violet" />
      {found.label}: measured here
      <button
        type="button"
        className="text-violet hover:underline"
        onClick={() => setView({ readingId: null })}
      >
        Hide
      </button>
      <kbd className="num text-t3">Esc</kbd>
    </p>
  );
}

export function WhereMask({ box }: { box: PictureBox }) {
  const where = useWhere()?.where ?? null;
  const ref = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const canvas = ref.current;
    if (!canvas || !where) return;
    canvas.width = where.width;
    canvas.height = where.height;
    const image = new ImageData(where.width, where.height);
    where.mask.forEach((v, i) => v && image.data.set(tint, i * 4));
    canvas.getContext('2d')?.putImageData(image, 0, 0);
  }, [where]);
  if (!where) return null;
  return (
    <canvas ref={ref} aria-hidden className="absolute pointer-events-none" style={box} data-testid="where" />
  );
}
