import { shownOn } from '@velvet-dusk/core/look/shown';
import { onScreen } from '@velvet-dusk/core/render/encoding';
import { useEffect, useState } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import { type OpenProject, useProject } from '../../api/project.ts';
import { plateOrder } from '../../bench/useBench.ts';
import { paintThumb } from '../../workers/paintThumb.ts';

/** Pictures of a strip. */
export const shownPictures = 5;

/** One plate of each scene first, as the first word of their names tells them apart, then whatever else there is. */
function chosen(plates: readonly Plate[]): Plate[] {
  const scenes = new Map(plates.map((p) => [p.name.split(/[\s,]/)[0], p]).toReversed() as [string, Plate][]);
  const firsts = plates.filter((p) => [...scenes.values()].includes(p));
  return [...firsts, ...plates.filter((p) => !firsts.includes(p))].slice(0, shownPictures);
}

async function paint(
  project: OpenProject,
  put: (i: number, bitmap: ImageBitmap) => void,
  isGone: () => boolean,
) {
  const [record] = project.looks;
  if (!record) return;
  const look = { ...shownOn(record.document, onScreen(project.viewing)), id: record.id };
  const orders = chosen(project.plates.filter((p) => p.kind === 'plate')).flatMap((plate) => {
    const profile = project.profiles.find((p) => p.id === plate.profileId);
    return profile ? [plateOrder(plate, profile)] : [];
  });
  for (const [i, order] of orders.entries()) {
    if (isGone()) return;
    put(i, await paintThumb(look, order, project.practice));
  }
}

/** A project's plates under its first look, one after the other as they are made. @param isWanted not before this. */
export function useStripPictures(projectId: string, isWanted: boolean): readonly (ImageBitmap | undefined)[] {
  const { data: project } = useProject(isWanted ? projectId : '');
  const [pictures, setPictures] = useState<readonly (ImageBitmap | undefined)[]>([]);
  useEffect(() => {
    if (!project) return;
    let gone = false;
    const put = (at: number, bitmap: ImageBitmap) =>
      setPictures((now) => Array.from({ length: shownPictures }, (_, i) => (i === at ? bitmap : now[i])));
    // A strip without pictures still opens its project, which then says what is wrong.
    paint(project, put, () => gone).catch(() => {});
    return () => {
      gone = true;
    };
  }, [project]);
  return pictures;
}
