import { useEffect, useRef, useState } from 'react';
import type { ShownLook } from '@velvet-dusk/core/look/shown';
import { isNeutralShot, shotField } from '@velvet-dusk/core/look/shot';
import { editShot } from '../../state/document.ts';
import { setMeasured } from '../../state/measured.ts';
import { BitmapCanvas } from '../../ui/BitmapCanvas.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { useSize } from '../../ui/useSize.ts';
import { judge } from '../../workers/index.ts';
import { latestOnly } from '../../workers/latest.ts';
import { frameUrl } from '../../api/urls.ts';
import { type CurrentPlate, plateOrder } from '../useBench.ts';

interface Pictures {
  before: ImageBitmap;
  after: ImageBitmap;
  lost: { highlights: number; shadows: number };
}

const percent = (share: number) => `${(share * 100).toFixed(1)} %`;

/** The same cube with the shot's corrections before it and after it, and what the second way loses. */
export function PlacementView({ plate, profile, shot, look }: CurrentPlate & { look: ShownLook }) {
  const [ref, size] = useSize<HTMLDivElement>();
  const [pictures, setPictures] = useState<Pictures | null>(null);
  const run = useRef<((o: { look: ShownLook; width: number; height: number } & CurrentPlate) => void) | null>(
    null,
  );
  run.current ??= latestOnly(async ({ look, width, height, plate, profile }) => {
    try {
      const order = { ...plateOrder(plate, profile), url: frameUrl(plate) };
      const made = await judge.placement(order, look, width, height);
      const [before, after] = await Promise.all([made.before, made.after].map((p) => createImageBitmap(p)));
      setPictures({ before, after, lost: made.lost });
    } catch (error) {
      setMeasured({ trouble: `The placement could not be shown: ${(error as Error).message}` });
    }
  });
  const width = Math.max(Math.floor(size.width / 2) - 12, 0);
  const height = Math.round((width * plate.height) / plate.width);
  useEffect(() => {
    if (width > 0) run.current!({ look, plate, profile, shot, width, height });
  }, [look, plate, profile, shot, width, height]);

  const trimmed = !isNeutralShot(shot);
  const { highlights, shadows } = pictures?.lost ?? { highlights: 0, shadows: 0 };
  const pane = (title: string, bitmap: ImageBitmap | undefined, says: string) => (
    <figure className="flex-1 min-w-0 px-1.5">
      <BitmapCanvas bitmap={bitmap} className="block w-full" />
      <figcaption className="text-[12px] pt-1">
        <span className="text-t1">{title}</span> <span className="text-t2">{says}</span>
      </figcaption>
    </figure>
  );
  return (
    <section ref={ref} aria-label="Placement" className="h-full flex flex-col justify-center bg-g1">
      <div className="flex">
        {pane('Corrections before the cube.', pictures?.before, 'The whole recorded range is still there.')}
        {pane(
          'Corrections after the cube.',
          pictures?.after,
          highlights + shadows < 0.0005
            ? 'Nothing is lost here.'
            : `Lost for good: ${percent(highlights)} of the picture in the highlights, ${percent(shadows)} in the shadows.`,
        )}
      </div>
      <p className="flex items-center justify-center gap-3 pt-3 text-[12px] text-t2">
        {trimmed ? 'The shot lane of this plate, either way.' : 'This plate has no correction yet; try one:'}
        <NumberField
          signed
          {...shotField('exposure')}
          label="Shot exposure"
          digits={2}
          value={shot.exposure}
          onChange={(v) => editShot(plate.id, { exposure: v })}
        />
      </p>
    </section>
  );
}
