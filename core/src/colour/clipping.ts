/** A pixel is crushed where every channel is at or under this signal, clipped where one is at or over the other. */
export const crushedBelow = 0.006;
export const clippedAbove = 0.995;

/** Is a colour of the signal black in every channel? */
export const isCrushed = (r: number, g: number, b: number): boolean =>
  r <= crushedBelow && g <= crushedBelow && b <= crushedBelow;

/** Is a colour of the signal at the top in at least one channel? */
export const isClipped = (r: number, g: number, b: number): boolean =>
  r >= clippedAbove || g >= clippedAbove || b >= clippedAbove;
