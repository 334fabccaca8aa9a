/** Names that common file systems keep for themselves, whatever their ending. */
const reserved = /^(con|prn|aux|nul|com[1-9]|lpt[1-9])$/i;
const illegal = /[<>:"/\\|?*\p{Cc}]/u;
/** Bytes of one name that common file systems take. */
const longest = 255;

/** What is wrong with one name of a file or a folder, in words; empty where nothing is. */
export function nameProblems(name: string): string[] {
  const problems: string[] = [];
  if (name === '.' || name === '..') return [`"${name}" leads out of its folder`];
  if (name.trim() === '') return ['it is empty'];
  const bad = illegal.exec(name);
  if (bad) {
    const code = bad[0].codePointAt(0)!;
    problems.push(
      code < 32 || code === 127 ? 'it has a control character in it' : `"${bad[0]}" is not allowed in a name`,
    );
  }
  if (/[. ]$/.test(name)) problems.push('it ends in a dot or a space, which some file systems drop');
  if (name.startsWith('.'))
    problems.push('it begins with a dot: systems hide such files, and no check finds them');
  if (name.startsWith(' ')) problems.push('it begins with a space');
  if (reserved.test(name.split('.')[0]))
    problems.push(`"${name.split('.')[0]}" is kept for a device by some file systems`);
  if (!/^[\x20-\x7e]*$/.test(name) && !illegal.test(name))
    problems.push(
      `"${[...name].find((c) => c > '~')}" is not ASCII: some devices show another character, or no file`,
    );
  const bytes = new TextEncoder().encode(name).length;
  if (bytes > longest) problems.push(`${bytes} bytes, ${longest} fit`);
  return problems;
}

/** A path as file systems compare it that do not tell case, nor one way of writing an accent from another. */
export const foldPath = (path: string): string => path.normalize('NFC').toLowerCase();

/** Paths of a list that are one and the same to some file system: each with the places it stands at. */
export function clashes(paths: readonly string[]): Map<number, number[]> {
  const byFold = new Map<string, number[]>();
  paths.forEach((path, i) => byFold.set(foldPath(path), [...(byFold.get(foldPath(path)) ?? []), i]));
  const out = new Map<number, number[]>();
  for (const places of byFold.values())
    if (places.length > 1)
      for (const i of places)
        out.set(
          i,
          places.filter((p) => p !== i),
        );
  return out;
}
