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

/** What stands between the two ends of a file: pictures from a camera to a display or back, of one display, of one camera, or between two. */
export type Between = 'toDisplay' | 'display' | 'scene' | 'cameras' | 'toScene';

/** What a file does, measured between its ends. */
export interface Measured {
  /** An exposure that was made on purpose. */
  isOnPurpose: boolean;
  /** Nothing but an exposure, or nothing at all. */
  isExposure: boolean;
  /** What it does to greys and colours has no colour of its own: any maker's tone scale. */
  isPlain: boolean;
}

/** How files of a role are told from others. */
export interface Recognised {
  between: Between;
  /** Is it one, of all that stand between these ends? Of roles with the same ends one says yes. */
  is(file: Measured): boolean;
  /** Natural logarithm of how common it is among files whose ends can be taken off; fitted (`inspect/identify`). */
  common: number;
}

/** What files are wanted for. */
export const wants = {
  normalise: { label: 'to normalise' },
  look: { label: 'to normalise with a look' },
  creative: { label: 'a look behind a conversion' },
  log: { label: 'a look ahead of a conversion' },
  monitor: { label: 'a monitor on the set' },
} as const;
export type Want = keyof typeof wants;

/** Footage, and what is to be done with it, as somebody asks the guide of a pack. */
export interface Asked {
  isNormalised: boolean;
  /** Was it exposed over, as the monitor LUT had it? */
  isOver: boolean;
  /** On the set, in a camera or a monitor. */
  isOnSet: boolean;
  withLook: boolean;
  /** Corrections are made in log before the LUT, and the look comes apart. */
  inSteps: boolean;
}

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
  /** How such files are recognised; as another role where the two make the same files. */
  readonly recognised: Recognised | { readonly as: string };
  /** Words by which makers' file names say so, beside label and code, and what they mean (common practice). */
  readonly named?: { readonly is: RegExp; readonly meaning: string };
  /** What such a file is wanted for. */
  readonly serves: readonly Want[];
  /** Does it answer what was asked? Its place among the answers, the first is 1; 0 where it does not. */
  answers(asked: Asked): number;
  /** Is it for the eyes of the set alone, and not for the picture that is kept? */
  readonly isForSet?: boolean;
  order(parts: OrderParts): LutOrder;
}
