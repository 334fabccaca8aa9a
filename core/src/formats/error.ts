/** A file that is not what its format asks for. The message names the file, the place and what was expected. */
export class FormatError extends Error {
  override name = 'FormatError';
  constructor(
    readonly file: string,
    /** Line and column (from 1) of a text file, or a place in words for a binary one. */
    readonly place: { line: number; column: number } | string,
    readonly problem: string,
  ) {
    const where = typeof place === 'string' ? place : `line ${place.line}, column ${place.column}`;
    super(`${file}: ${where}: ${problem}`);
  }
}
