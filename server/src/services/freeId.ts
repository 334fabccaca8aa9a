/** First words of addresses that are not projects. */
const reserved = new Set(['api', 'assets', 'fonts', 'new']);
const longest = 40;

/** A name as an ID for addresses: lower-case letters, figures and dashes. */
function slug(name: string): string {
  const plain = name.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();
  return (
    plain
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, longest) || 'project'
  );
}

/** The ID of a name, with a number behind it where it is taken. */
export async function freeId(name: string, isTaken: (id: string) => Promise<boolean>): Promise<string> {
  const base = slug(name);
  for (let n = 1; ; n++) {
    const id = n === 1 ? base : `${base}-${n}`;
    if (!reserved.has(id) && !(await isTaken(id))) return id;
  }
}
