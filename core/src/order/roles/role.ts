import type { LutOrder, OrderParts } from '../order.ts';

/** What a role is filled with besides look and display. */
export type RolePart = 'profile' | 'offset' | 'to';

/** A preset of an order: what a LUT of this role takes and gives, where it stands, and what it is for. */
export interface RoleDefinition {
  readonly id: string;
  readonly label: string;
  readonly withLook: boolean;
  readonly uses: readonly RolePart[];
  readonly takes: string;
  readonly gives: string;
  /** Where in the chain it stands. */
  readonly stands: string;
  /** One sentence, for the guide. */
  readonly purpose: string;
  order(parts: OrderParts): LutOrder;
}
