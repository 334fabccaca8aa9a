import { basename, dirname } from 'node:path';
import type { Response } from 'express';

/** Files are named by their checksum, so what was fetched once never changes. */
const forever = { immutable: true, maxAge: '365d', lastModified: false } as const;

/**
 * Where a stored file lies, as Express wants it. Express checks every folder of a bare path for a leading dot; of a root it
 * checks none, and a data folder may be called anything.
 */
const placeOf = (path: string) => ({ name: basename(path), root: dirname(path), dotfiles: 'allow' as const });

/** Sends a file of the data folder, to be kept by the browser for good. Its type is set by the caller. */
export function sendStored(res: Response, path: string): void {
  const { name, ...place } = placeOf(path);
  res.sendFile(name, { ...place, ...forever });
}

/** Sends a file of the data folder to be saved as `fileName`. */
export function downloadStored(res: Response, path: string, fileName: string): void {
  const { name, ...place } = placeOf(path);
  res.download(name, fileName, place);
}
