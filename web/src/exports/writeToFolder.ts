import { Unzip, UnzipInflate } from 'fflate';

/** A picker of folders, where the browser has one. */
declare global {
  interface Window {
    showDirectoryPicker?(options: { mode: 'readwrite' }): Promise<FileSystemDirectoryHandle>;
  }
}
export const canWriteToFolder = (): boolean => typeof window.showDirectoryPicker === 'function';

interface OpenedFile {
  path: string;
  bytes: Uint8Array;
}

const joined = (parts: readonly Uint8Array[]): Uint8Array => {
  const out = new Uint8Array(parts.reduce((sum, p) => sum + p.length, 0));
  parts.reduce((at, part) => (out.set(part, at), at + part.length), 0);
  return out;
};

/** Files of a zip as they come in. */
function opened(into: OpenedFile[]): Unzip {
  const unzip = new Unzip((file) => {
    const parts: Uint8Array[] = [];
    file.ondata = (error, data, isLast) => {
      if (error) throw error;
      parts.push(data);
      if (isLast) into.push({ path: file.name, bytes: joined(parts) });
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  return unzip;
}

async function write(parent: FileSystemDirectoryHandle, { path, bytes }: OpenedFile): Promise<void> {
  const names = path.split('/');
  const name = names.pop()!;
  let folder = parent;
  for (const n of names) folder = await folder.getDirectoryHandle(n, { create: true });
  // Stands under its name only when it is closed, whole.
  const stream = await (await folder.getFileHandle(name, { create: true })).createWritable();
  await stream.write(bytes as Uint8Array<ArrayBuffer>);
  await stream.close();
}

const isThere = async (parent: FileSystemDirectoryHandle, name: string): Promise<boolean> =>
  parent.getDirectoryHandle(name).then(
    () => true,
    (error: DOMException) => error.name !== 'NotFoundError',
  );

/**
 * Opens a zip of the server's out into a folder of the user's. Nothing that is there is written over, and what cannot be finished is
 * removed again. @param onProgress share of the zip's bytes. @returns how many files were written, and in which folder.
 */
export async function writeToFolder(
  url: string,
  parent: FileSystemDirectoryHandle,
  { onProgress, signal }: { onProgress(share: number): void; signal: AbortSignal },
): Promise<{ files: number; folder: string }> {
  const answer = await fetch(url, { signal });
  if (!answer.ok || !answer.body) throw new Error(`The zip could not be read: ${answer.status}.`);
  const total = Number(answer.headers.get('content-length') ?? 0);
  const waiting: OpenedFile[] = [];
  const unzip = opened(waiting);
  const reader = answer.body.getReader();
  let [received, files, folder] = [0, 0, ''];
  const writeWaiting = async () => {
    for (let file = waiting.shift(); file; file = waiting.shift()) {
      signal.throwIfAborted();
      const [top] = file.path.split('/');
      if (folder === '' && (await isThere(parent, top)))
        throw new Error(`There is a folder "${top}" already. Choose another place, or move it away.`);
      folder = top;
      await write(parent, file);
      files++;
    }
  };
  try {
    for (let part = await reader.read(); !part.done; part = await reader.read()) {
      unzip.push(part.value);
      received += part.value.length;
      await writeWaiting();
      if (total > 0) onProgress(received / total);
    }
    unzip.push(new Uint8Array(0), true);
    await writeWaiting();
    return { files, folder };
  } catch (error) {
    await reader.cancel().catch(() => undefined);
    if (folder !== '') await parent.removeEntry(folder, { recursive: true }).catch(() => undefined);
    throw error;
  }
}
