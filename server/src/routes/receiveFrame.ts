import type { Request } from 'express';
import { largestUpload } from '@velvet-dusk/core/api/contract';
import { Problem } from '../problem.ts';

const tooLarge = (fileName: string) =>
  new Problem(
    413,
    'Too large',
    `${fileName}: a frame may have ${largestUpload / 1024 / 1024} MB at most. Nothing was stored.`,
  );

/** Takes a file from the request body, refusing it as soon as it is known to be too large. */
export async function receiveFrame(req: Request, fileName: string): Promise<Uint8Array> {
  if (Number(req.get('content-length') ?? 0) > largestUpload) throw tooLarge(fileName);
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of req as AsyncIterable<Buffer>) {
    size += chunk.length;
    if (size > largestUpload) throw tooLarge(fileName);
    chunks.push(chunk);
  }
  if (size === 0) throw new Problem(400, 'Empty file', `${fileName}: the file has no bytes.`);
  return Buffer.concat(chunks);
}
