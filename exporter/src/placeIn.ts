import { join, normalize, sep } from 'node:path';

/** Where a name that somebody wrote down lies in a folder; undefined for one that leads out of it. */
export function placeIn(folder: string, name: string): string | undefined {
  const place = normalize(join(folder, name));
  return place.startsWith(normalize(`${folder}${sep}`)) ? place : undefined;
}
