/** What a LUT is for: what it takes, what it gives, and whether the look is in it. */
export interface RoleDefinition {
  readonly id: string;
  readonly label: string;
  readonly withLook: boolean;
  readonly takes: string;
  readonly gives: string;
  readonly purpose: string;
}

const combined: RoleDefinition = {
  id: 'combined',
  label: 'Combined',
  withLook: true,
  takes: 'camera code',
  gives: 'display code',
  purpose: 'One file does all: log in, the finished picture out.',
};

const conversion: RoleDefinition = {
  id: 'conversion',
  label: 'Conversion',
  withLook: false,
  takes: 'camera code',
  gives: 'display code',
  purpose: 'Normalises log for the display, without the look.',
};

/** Every role that can be baked. To add one: an object here, its pipeline in `bake`, a test. */
export const roles = { combined, conversion } as const;
export type RoleId = keyof typeof roles;
export const roleIds = Object.keys(roles) as [RoleId, ...RoleId[]];
