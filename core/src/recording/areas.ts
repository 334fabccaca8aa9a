/** Part of a picture, in shares of its width and height. */
export interface Area {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/** What is marked on a plate; no skin leaves the finding to the reading. */
export interface MarkedAreas {
  skin: readonly Area[];
  subject: readonly Area[];
  background: readonly Area[];
  /** What should stay neutral, each with a name. */
  neutrals?: readonly NamedArea[] | undefined;
}

export interface NamedArea {
  name: string;
  area: Area;
}
export const noMarks: MarkedAreas = { skin: [], subject: [], background: [] };
