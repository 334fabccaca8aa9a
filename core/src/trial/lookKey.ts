/** A look on a board: as it is edited now by its ID, one of its versions as "ID@number". */
export const lookKey = (id: string, version: number | null): string =>
  version === null ? id : `${id}@${version}`;

export function readLookKey(key: string): { id: string; version: number | null } {
  const found = /^(.+)@(\d+)$/.exec(key);
  return found ? { id: found[1], version: Number(found[2]) } : { id: key, version: null };
}
