/** Words in a row that are written as one: most pieces at most, and the shortest that is taken for a word of its own. */
const mostPieces = 6;
const shortest = 2;
/** Longer texts are no words in a row, and take long to try. */
const longest = 48;

/** May a word end here: where letters meet figures, or a capital begins? In one case throughout, anywhere. */
function isSeam(text: string, at: number, isOneCase: boolean): boolean {
  const [before, after] = [text[at - 1], text[at]];
  if (/[\d.]/.test(before) !== /[\d.]/.test(after)) return true;
  return (
    isOneCase || (/[a-z]/.test(before) && /[A-Z]/.test(after)) || /^[A-Z][a-z]/.test(text.slice(at, at + 2))
  );
}

/**
 * A word of a name as the known words it is put together of, the fewest there are: "HeronLogWideGamut" as "HeronLog" and
 * "WideGamut". Null where something is left over, so that a word that only begins like a known one stays whole.
 */
export function compoundOf(text: string, isKnown: (piece: string) => boolean): string[] | null {
  if (text.length > longest) return null;
  const isOneCase = text === text.toLowerCase() || text === text.toUpperCase();
  const best: (string[] | null)[] = [[]];
  for (let end = 1; end <= text.length; end++) {
    best[end] = null;
    if (end < text.length && !isSeam(text, end, isOneCase)) continue;
    for (let start = 0; start < end; start++) {
      const head = best[start];
      const piece = text.slice(start, end);
      // One letter or figure says nothing but "2" between two words.
      const isWord = piece.length >= shortest || (piece === '2' && start > 0 && end < text.length);
      if (!head || !isWord || head.length + 1 >= (best[end]?.length ?? mostPieces + 1)) continue;
      if (isKnown(piece)) best[end] = [...head, piece];
    }
  }
  const whole = best[text.length];
  return whole && whole.length > 1 ? whole : null;
}
