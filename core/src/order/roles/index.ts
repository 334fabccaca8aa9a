import { cameraToCamera } from './cameraToCamera.ts';
import { combined } from './combined.ts';
import { conversion } from './conversion.ts';
import { creativeDisplay } from './creativeDisplay.ts';
import { creativeLog } from './creativeLog.ts';
import { monitor } from './monitor.ts';
import { monitorPartner } from './monitorPartner.ts';
import { returnRole } from './return.ts';
import type { Recognised, RoleDefinition } from './role.ts';
import { trim } from './trim.ts';

export type { RoleDefinition };

/** Every role that can be baked. To add one: a file here, a line, and a test. Nothing asks which role it is to decide how to compute. */
export const roles = {
  combined,
  conversion,
  'creative-display': creativeDisplay,
  'creative-log': creativeLog,
  monitor,
  'monitor-partner': monitorPartner,
  trim,
  'camera-to-camera': cameraToCamera,
  return: returnRole,
} as const;
export type RoleId = keyof typeof roles;
export const roleIds = Object.keys(roles) as [RoleId, ...RoleId[]];

/** A role's own definition, whichever it is. */
export const roleOf = (id: RoleId): RoleDefinition => roles[id];

/** Is a role, by its ID in a manifest, for the eyes of the set alone? */
export const isForSet = (id: string): boolean => roleIds.some((r) => r === id && roleOf(r).isForSet === true);

/** What a file of a role is recognised as. */
const recognisedAs = (id: RoleId): string => {
  const { recognised } = roleOf(id);
  return 'as' in recognised ? recognised.as : id;
};
/** Do two roles make the same files? */
export const makeSameFiles = (a: RoleId, b: RoleId): boolean => recognisedAs(a) === recognisedAs(b);

/** How files of a role are told from others; null where they are another role's, too. */
export const recognisedBy = (id: RoleId): Recognised | null => {
  const { recognised } = roleOf(id);
  return 'as' in recognised ? null : recognised;
};

/** Roles that are exported one by one, with their proof; the others are baked on the command line so far. */
export const exportRoleIds = ['combined', 'conversion'] as const satisfies readonly RoleId[];
export type ExportRoleId = (typeof exportRoleIds)[number];
