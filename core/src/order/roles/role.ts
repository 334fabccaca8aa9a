import type { PlacedLutParams } from '../../look/steps/placedLut.ts';
import type { LutOrder, OrderParts } from '../order.ts';

/** What a role is filled with besides look and display. */
export type RolePart = 'profile' | 'offset' | 'to';

/** What is known of a file whose role was found. */
export interface FoundAs {
  /** What goes in and what comes out, in words. */
  from: string;
  to: string;
  /** By which it shows the picture lighter. */
  stops: number;
  /** How much of it is usual, in words. */
  amount: string;
  isColourOnly: boolean;
}

/** Footage of so many stops, as an advice names it. */
export const exposedBy = (stops: number): string =>
  `exposed ${Math.abs(stops).toFixed(1)} stops ${stops < 0 ? 'over' : 'under'}`;

/** Advice for a file that stands last. @param does what it does to pictures in `from`. */
export const adviceForLast = (from: string, does: string): string =>
  `Last in the chain, behind the corrections of the shot, on pictures in ${from}, at 100 %: it ${does}.`;

/** A preset of an order: what a LUT of this role takes and gives, where it stands, and what it is for. */
export interface RoleDefinition {
  readonly id: string;
  readonly label: string;
  /** As a sentence says it: "a conversion". */
  readonly noun: string;
  /** As a cell of a pack has room for it. */
  readonly short: string;
  /** Two letters, for names of eight. */
  readonly code: string;
  readonly withLook: boolean;
  /** Is it also made without its look, for comparison? */
  readonly mayGoPlain?: boolean;
  readonly uses: readonly RolePart[];
  /** The code such a file takes as a step of a look; null where it cannot be one. */
  readonly asStep: PlacedLutParams['encoding'] | null;
  readonly takes: string;
  readonly gives: string;
  /** Where in the chain it stands. */
  readonly stands: string;
  /** One sentence, for the guide. */
  readonly purpose: string;
  /** How to use a file that was found to be of this role. */
  advice(found: FoundAs): string;
  order(parts: OrderParts): LutOrder;
}
