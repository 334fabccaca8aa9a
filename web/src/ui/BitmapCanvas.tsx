import { useEffect, useRef } from 'react';

/** A picture that was painted elsewhere, shown at whatever size it is given. Words for it stand beside it. */
export function BitmapCanvas({ bitmap, className }: { bitmap: ImageBitmap | undefined; className: string }) {
  const ref = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const canvas = ref.current;
    if (!canvas || !bitmap) return;
    canvas.width = bitmap.width;
    canvas.height = bitmap.height;
    canvas.getContext('2d')?.drawImage(bitmap, 0, 0);
  }, [bitmap]);
  return <canvas ref={ref} aria-hidden className={className} />;
}
