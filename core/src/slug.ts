/** A name in letters, figures and dashes, its case kept, for file names. @param fallback where none is left. */
export function fileSlug(name: string, fallback: string): string {
  const plain = name.normalize('NFKD').replace(/\p{M}/gu, '');
  return plain.replace(/[^A-Za-z0-9]+/g, '-').replace(/^-+|-+$/g, '') || fallback;
}

/** A name as an ID for addresses and file names: lower-case letters, figures and dashes. @param fallback where none is left. */
export function slug(
  name: string,
  { longest = 40, fallback }: { longest?: number; fallback: string },
): string {
  const short = fileSlug(name.toLowerCase(), '').slice(0, longest);
  return short.replace(/-+$/, '') || fallback;
}

/** Characters of control, which no text format takes, and those that steer the way of writing. */
const steering = /[\p{Cc}\u2028\u2029\u200e\u200f\u202a-\u202e\u2066-\u2069]/gu;

/** A text in one line, without characters that steer a terminal or break a file of text. */
export const plainText = (text: string): string => text.replace(steering, ' ').replace(/\p{Cs}/gu, '\ufffd');

/**
 * Names for a file whose reader tells them apart by their letters alone, whatever their case: each as it is where that goes,
 * or without what means something there, and with a number behind it where it is taken.
 * @param taken names that are there already. @param meaning characters that mean something to the reader.
 */
export function uniqueNames(
  names: readonly string[],
  { taken = [], meaning, fallback }: { taken?: readonly string[]; meaning: RegExp; fallback: string },
): string[] {
  const used = new Set(taken.map((name) => name.toLowerCase()));
  return names.map((name) => {
    const base = plainText(name).replace(meaning, ' ').replace(/\s+/g, ' ').trim() || fallback;
    for (let n = 1; ; n++) {
      const own = n === 1 ? base : `${base} ${n}`;
      if (used.has(own.toLowerCase())) continue;
      used.add(own.toLowerCase());
      return own;
    }
  });
}

/** The first of `base`, `base-2`, `base-3` … that is not among `taken`. */
export function freeId(base: string, taken: readonly string[]): string {
  for (let n = 1; ; n++) if (!taken.includes(numbered(base, n))) return numbered(base, n);
}

/** An ID, with a number behind it where it is taken. */
export function numbered(base: string, n: number): string {
  return n === 1 ? base : `${base}-${n}`;
}
