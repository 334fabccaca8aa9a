import type { Destination, PackFormat } from './destination.ts';
import type { NameParts } from './names/parts.ts';
import type { CellItem, PlannedLut } from './plannedLut.ts';

/** A file of a pack as it will be written. */
export interface PlannedFile {
  /** The same from plan to plan, for as long as what is asked for is the same. */
  id: string;
  planned: PlannedLut;
  destination: Destination;
  format: PackFormat;
  parts: NameParts;
  /** With its ending. */
  name: string;
  /** Folders and name, with slashes. */
  path: string;
  /** The items it comes from. */
  items: CellItem[];
}

/** All files of a pack. */
export interface Plan {
  files: PlannedFile[];
  /** Items that cannot be planned, and why. */
  refused: { item: CellItem; says: string }[];
}
