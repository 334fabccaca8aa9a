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

/** The first of `base`, `base-2`, `base-3` … that is not among `taken`. */
export function freeId(base: string, taken: readonly string[]): string {
  for (let n = 1; ; n++) if (!taken.includes(numbered(base, n))) return numbered(base, n);
}

/** An ID, with a number behind it where it is taken. */
export function numbered(base: string, n: number): string {
  return n === 1 ? base : `${base}-${n}`;
}
