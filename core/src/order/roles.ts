import { displayEnd, sceneEnd } from './end.ts';
import type { LutOrder, OrderParts } from './order.ts';

/** A preset of an order: what a LUT of this role takes and gives, and what it is for. */
export interface RoleDefinition {
  readonly id: string;
  readonly label: string;
  readonly withLook: boolean;
  readonly takes: string;
  readonly gives: string;
  readonly purpose: string;
  order(parts: OrderParts): LutOrder;
}

const combined: RoleDefinition = {
  id: 'combined',
  label: 'Combined',
  withLook: true,
  takes: 'camera code',
  gives: 'display code',
  purpose: 'One file does all: log in, the finished picture out.',
  order: ({ look, profile, display }) => ({
    input: sceneEnd(profile),
    offset: 0,
    look,
    rendering: look.rendering,
    output: displayEnd(display),
  }),
};

const conversion: RoleDefinition = {
  id: 'conversion',
  label: 'Conversion',
  withLook: false,
  takes: 'camera code',
  gives: 'display code',
  purpose: 'Normalises log for the display, without the look.',
  order: (parts) => ({ ...combined.order(parts), look: null }),
};

/** Every role that can be baked. To add one: an object here, and a test. Nothing asks which role it is to decide how to compute. */
export const roles = { combined, conversion } as const;
export type RoleId = keyof typeof roles;
export const roleIds = Object.keys(roles) as [RoleId, ...RoleId[]];
