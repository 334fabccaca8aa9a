import { useEffect, useRef } from 'react';
import { useWallThumb } from './useWallThumbs.ts';

/** A plate's small picture, kept true by the wall. */
export function Thumb({ plateId, className = '' }: { plateId: string; className?: string }) {
  const thumb = useWallThumb((s) => s[plateId]);
  const ref = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const canvas = ref.current;
    if (!canvas || !thumb) return;
    canvas.width = thumb.bitmap.width;
    canvas.height = thumb.bitmap.height;
    canvas.getContext('2d')?.drawImage(thumb.bitmap, 0, 0);
  }, [thumb]);
  return <canvas ref={ref} aria-hidden className={`block w-full object-contain bg-g0 ${className}`} />;
}
