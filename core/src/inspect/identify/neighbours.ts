import { folderOf } from './claims.ts';
import type { NamedReading } from './identity.ts';
import { saidAlone } from './remaining.ts';

/** A file and its readings when read alone, most likely first; null where it could not be read. */
export interface ReadAlone {
  path: string;
  readings: readonly NamedReading[] | null;
}

/** Files in the folder that must be read with confidence, and the share of them that must agree on one camera. */
const fewest = 2;
const agreed = 0.8;

/**
 * Uses a folder as evidence. For each file that cannot be read with confidence alone: the ID of the profile that the other
 * files in its folder agree on. Null where they disagree, where too few are certain, and where the path has no folder.
 */
export function camerasBeside(files: readonly ReadAlone[]): (string | null)[] {
  const sure = files.map(({ readings }) => {
    const top = readings?.[0];
    return top && top.share >= saidAlone ? top.inputProfile : null;
  });
  const folders = new Map<string, Map<string, number>>();
  files.forEach(({ path }, i) => {
    const profile = sure[i];
    if (profile === null) return;
    const counts = folders.get(folderOf(path)) ?? new Map<string, number>();
    folders.set(folderOf(path), counts.set(profile, (counts.get(profile) ?? 0) + 1));
  });
  return files.map(({ path, readings }) => {
    const folder = folderOf(path);
    const isUnsure = readings?.[0] && readings[0].share < saidAlone;
    const counts = [...(folders.get(folder) ?? [])];
    if (folder === '' || !isUnsure || counts.length === 0) return null;
    const whole = counts.reduce((sum, [, n]) => sum + n, 0);
    const [profile, most] = counts.reduce((a, b) => (b[1] > a[1] ? b : a));
    return whole >= fewest && most >= agreed * whole ? profile : null;
  });
}
