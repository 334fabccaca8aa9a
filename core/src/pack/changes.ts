/** A file of a release as it is remembered. */
export interface ReleasedFile {
  path: string;
  sha256: string;
  /** Of releases since purposes are written down. */
  purpose?: string | undefined;
}

/** Finds what stood in a file's place in the release before: under its name, or else for its purpose. */
export function findBefore<B extends ReleasedFile>(before: readonly B[]) {
  const byPath = new Map(before.map((f) => [f.path, f]));
  const byPurpose = new Map(
    before.flatMap((f) => (f.purpose === undefined ? [] : [[f.purpose, f] as const])),
  );
  return ({ path, purpose }: Pick<ReleasedFile, 'path' | 'purpose'>): B | undefined =>
    byPath.get(path) ?? (purpose === undefined ? undefined : byPurpose.get(purpose));
}

/** What is other than in the release before. */
export function compareReleases<A extends ReleasedFile, B extends ReleasedFile>(
  before: readonly B[],
  after: readonly A[],
) {
  const find = findBefore(before);
  const pairs = after.map((file) => ({ file, was: find(file) }));
  const kept = new Set(pairs.map((p) => p.was));
  return {
    added: pairs.filter((p) => !p.was).map((p) => p.file),
    removed: before.filter((f) => !kept.has(f)),
    changed: pairs.filter(
      (p): p is { file: A; was: B } => p.was !== undefined && p.was.sha256 !== p.file.sha256,
    ),
  };
}
