import type { Request, Response } from 'express';
import { Problem } from '../problem.ts';
import type { FileStore } from '../files/store.ts';

export interface ReceivedFile {
  part: string;
  sha256: string;
  /** Aborted when the sender goes away before the answer. */
  signal: AbortSignal;
}

/** Takes a file from the request body to the disk, refusing it as soon as it is known to be too large. */
export async function receiveFile(
  req: Request,
  res: Response,
  files: FileStore,
  { fileName, limit, what }: { fileName: string; limit: number; what: string },
): Promise<ReceivedFile> {
  const tooLarge = () =>
    new Problem(
      413,
      'Too large',
      `${fileName}: a ${what} may have ${Math.round(limit / 1024 / 1024)} MB at most. Nothing was stored.`,
    );
  if (Number(req.get('content-length') ?? 0) > limit) throw tooLarge();
  const controller = new AbortController();
  res.on('close', () => !res.writableEnded && controller.abort());
  // Left whole when the rest is not read, so that the refusal can still be sent.
  const body = req.iterator({ destroyOnReturn: false });
  const { part, sha256, size } = await files.writeStream(body, limit, tooLarge);
  if (size === 0) {
    await files.drop(part);
    throw new Problem(400, 'Empty file', `${fileName}: the file has no bytes.`);
  }
  return { part, sha256, signal: controller.signal };
}
