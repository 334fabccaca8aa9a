import { useEffect, useRef, useState, useMemo } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import type { Look } from '@velvet-dusk/core/look/document';
import { onScreen } from '@velvet-dusk/core/render/encoding';
import type { Shot } from '@velvet-dusk/core/look/shot';
import { frameUrl } from '../../api/urls.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { viewGrid } from '../../bench/viewer/grids.ts';
import { engine, painter } from '../../workers/index.ts';

/** CSS pixels across. */
const shownWidth = 300;

export interface Side {
  look: Look;
  profile: Profile;
  shot: Shot;
  plate: Plate;
}

/** A plate as one side of a conflict makes it. */
export function SidePicture({ side, label }: { side: Side; label: string }) {
  const ref = useRef<HTMLCanvasElement>(null);
  const [trouble, setTrouble] = useState('');
  const { look, profile, shot, plate } = side;
  const { viewing } = useOpenProject();
  const display = useMemo(() => onScreen(viewing), [viewing]);
  const height = Math.max(1, Math.round((shownWidth * plate.height) / plate.width));
  useEffect(() => {
    let gone = false;
    const draw = async () => {
      const baked = await engine.bake({
        look,
        profile,
        display,
        role: 'combined',
        monitorOffsetStops: 0,
        grid: viewGrid,
      });
      const cube = { size: viewGrid, data: baked!.data };
      const size = { width: shownWidth, height };
      const rgba = await painter.paint({ url: frameUrl(plate), ...size, profile, shot, cube });
      if (!gone) ref.current?.getContext('2d')?.putImageData(new ImageData(rgba, shownWidth, height), 0, 0);
    };
    draw().catch((error: Error) => !gone && setTrouble(error.message));
    return () => {
      gone = true;
    };
  }, [look, profile, display, shot, plate, height]);
  if (trouble) return <p className="text-t3 text-[12px]">No picture: {trouble}</p>;
  return (
    <canvas
      ref={ref}
      width={shownWidth}
      height={height}
      role="img"
      aria-label={label}
      className="block bg-g0"
    />
  );
}
