/** Every reading by its ID, in the order the bench shows them. Apart from what measures them: schemas name them, and carry no code. */
export const readingIds = [
  'midGrey',
  'skinHue',
  'black',
  'skinLevel',
  'white',
  'skinSaturation',
  'crushed',
  'shadowColour',
  'clipped',
  'highlightColour',
  'neutral',
  'separation',
  'luminanceChange',
  'banding',
] as const;
export type ReadingId = (typeof readingIds)[number];
