import { mkdir, open } from 'node:fs/promises';
import { dirname, join } from 'node:path';

/** Writes a file below a folder, and waits until it is on the disk. */
export async function putFile(folder: string, path: string, data: string | Uint8Array): Promise<void> {
  await mkdir(dirname(join(folder, path)), { recursive: true });
  const file = await open(join(folder, path), 'w');
  try {
    await file.writeFile(data);
    await file.sync();
  } finally {
    await file.close();
  }
}
