/** A name as an ID for addresses and file names: lower-case letters, figures and dashes. @param fallback where none is left. */
export function slug(
  name: string,
  { longest = 40, fallback }: { longest?: number; fallback: string },
): string {
  const plain = name.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();
  const short = plain
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+/, '')
    .slice(0, longest);
  return short.replace(/-+$/, '') || fallback;
}

/** An ID, with a number behind it where it is taken. */
export function numbered(base: string, n: number): string {
  return n === 1 ? base : `${base}-${n}`;
}
