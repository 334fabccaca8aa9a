import type { Destination } from '../pack/destination.ts';

/**
 * A stand-in for something that loads LUT files from a card: what it takes, how its menu shows that, and how it shows a
 * picture. It is like no maker's device.
 */
export interface DeviceDefinition {
  readonly id: string;
  readonly label: string;
  readonly about: string;
  /** Grids it takes; none means any. */
  readonly grids: readonly number[];
  readonly formats: readonly ('cube' | '3dl')[];
  readonly maxBytes: number | null;
  readonly slots: number | null;
  /** Characters of a name its menu shows; longer ones are cut. */
  readonly shownLength: number;
  /** Folders it looks into below the card. */
  readonly folderDepth: number;
  readonly order: 'name' | 'card';
  readonly interpolation: Destination['interpolation'];
  /** Bits of a table's numbers inside; null for float. */
  readonly depthInside: number | null;
  /** Range it takes the codes for that come out of a LUT. */
  readonly range: 'full' | 'narrow';
}
