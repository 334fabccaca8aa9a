/** What of a file in a pack says what it is for. */
export interface Purpose {
  destination: string;
  format: string;
  role: string;
  from: string;
  to: string;
  offset: number;
  grid: number;
  look: { id: string; strength: number; colourOnly: boolean } | null;
}

/** What a file is for: the same over releases, though its name tells another version. */
export const purposeOf = ({ destination, format, role, from, to, offset, grid, look }: Purpose): string =>
  [destination, format, role, from, to, offset, grid, look?.id, look?.strength, look?.colourOnly].join('|');
