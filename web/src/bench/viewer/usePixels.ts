import { useEffect, useMemo, useRef, useState } from 'react';
import type { Drawing } from '../../gl/drawing.ts';
import { useMeasured } from '../../state/measured.ts';
import { engine } from '../../workers/index.ts';
import { latestOnly } from '../../workers/latest.ts';
import type { Geometry } from './geometry.ts';

interface Order {
  url: string;
  width: number;
  height: number;
}

const none = new Float32Array(0);

/**
 * Source pixels of the plate at the size it is drawn from; the last ones stay until the next are there.
 * @param here false where a worker draws, which has them itself: then their size is all there is, and at once.
 * @param onFailure is told why they cannot be had.
 */
export function usePixels(
  url: string,
  g: Geometry | null,
  { here, onFailure }: { here: boolean; onFailure(url: string, error: Error): void },
) {
  const attempt = useMeasured((m) => m.attempt);
  const [pixels, setPixels] = useState<(Drawing['pixels'] & { url: string }) | null>(null);
  const run = useRef<((o: Order) => void) | null>(null);
  run.current ??= latestOnly(async ({ url, width, height }: Order) => {
    try {
      setPixels({ url, width, height, rgb: await engine.pixels(url, width, height) });
    } catch (error) {
      onFailure(url, error as Error);
    }
  });
  const width = g?.sourceWidth;
  const height = g?.sourceHeight;
  useEffect(() => {
    if (here && width && height) run.current!({ url, width, height });
  }, [here, url, width, height, attempt]);
  const sizeOnly = useMemo(
    () => (width && height ? { url, width, height, rgb: none } : null),
    [url, width, height],
  );
  return here ? pixels : sizeOnly;
}
