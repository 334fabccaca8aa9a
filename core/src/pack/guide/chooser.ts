import { type RoleId, roleIds, roleOf } from '../../order/roles/index.ts';
import type { Manifest, ManifestFile } from '../manifest.ts';

/** What somebody says of their footage, and where they stand. */
export interface Question {
  /** ID of the camera the footage is from; empty for footage that is normalised already. */
  camera: string;
  /** Stops by which it was exposed over, as the monitor LUT had it; 0 for nominal. */
  over: number;
  /** Where the file goes. */
  destination: string;
  /** ID of the look; empty for none. */
  look: string;
  /** Corrections are made in log before the LUT, and the look comes apart. */
  inSteps: boolean;
}

export interface Answer {
  path: string;
  why: string;
}

const placesOnSet = ['camera-slot', 'field-monitor', 'recorder', 'phone'];

/** Roles that answer, the best first. */
function wantedRoles({ over, look, inSteps, camera, destination }: Question): RoleId[] {
  const asked = {
    isNormalised: camera === '',
    isOver: over !== 0,
    isOnSet: placesOnSet.includes(destination),
    withLook: look !== '',
    inSteps,
  };
  const place = (id: RoleId) => roleOf(id).answers(asked);
  return roleIds.filter((id) => place(id) > 0).sort((a, b) => place(a) - place(b));
}

/** Does a file take what the camera gives, exposed as it was? */
function suits(file: ManifestFile, role: RoleId, { camera, over, look, destination }: Question): boolean {
  const { uses, withLook } = roleOf(role);
  return (
    file.role === role &&
    file.destination === destination &&
    (!uses.includes('profile') || file.from === camera) &&
    (!withLook || (file.look?.id ?? '') === look) &&
    (!uses.includes('offset') || file.offset === -over)
  );
}

/** Files that answer a question, the best first, each with why. */
export function choose({ files }: Pick<Manifest, 'files'>, question: Question): Answer[] {
  return wantedRoles(question).flatMap((role) =>
    files
      .filter((f) => suits(f, role, question))
      // The finest grid there is; whatever it is, the place takes it.
      .sort((a, b) => b.grid - a.grid)
      .slice(0, 1)
      .map((f) => ({ path: f.path, why: `${roleOf(role).purpose} It stands ${roleOf(role).stands}.` })),
  );
}
