/** The largest frame read, in pixels: an 8K UHD frame and some to spare. */
export const largestFrame = 8192 * 4608;
/** The longest side: no camera records a longer line, and what is made of one would take as much as a whole frame. */
export const longestSide = 16384;

/** What is wrong with a size, if anything. */
export function sizeProblem(width: number, height: number): string | undefined {
  if (!(width > 0 && height > 0)) return 'width or height is 0';
  if (width * height > largestFrame) return `${width}×${height} is more than ${largestFrame} pixels`;
  if (Math.max(width, height) > longestSide)
    return `${width}×${height} is longer than any frame: ${longestSide} pixels a side at most`;
  return undefined;
}
