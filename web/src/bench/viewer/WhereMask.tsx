import { useEffect, useRef } from 'react';
import { useMeasured } from '../../state/measured.ts';
import type { PictureBox } from './Pane.tsx';

/** Violet over the pixels that the chosen reading is taken from. */
const tint = [157, 140, 255, 120] as const;

export function WhereMask({ box }: { box: PictureBox }) {
  const where = useMeasured((s) => s.analysis?.where ?? null);
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
