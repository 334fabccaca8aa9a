import { eachOf } from '@velvet-dusk/core/tasks/taskQueue';
import { create } from 'zustand';
import { lutEndings } from '@velvet-dusk/core/formats/lutFormats/index';
import { sendInspected } from '../../api/inspected.ts';
import { openZip } from './openZip.ts';

/** Files on their way in, and what became of those that did not come. */
interface Bringing {
  done: number;
  all: number;
  running: boolean;
  refused: { path: string; says: string }[];
}
const none: Bringing = { done: 0, all: 0, running: false, refused: [] };
export const useBringing = create<Bringing>(() => none);

export interface Brought {
  path: string;
  body: Blob;
}

const wanted = new RegExp(`\\.(${lutEndings.join('|')})$`, 'i');
export const accepted = [...lutEndings, 'zip'].map((e) => `.${e}`).join(',');
const isZip = (name: string) => /\.zip$/i.test(name);
/** What lies in a zip that is a LUT by its ending. */
async function opened(file: File): Promise<Brought[]> {
  const entries = await openZip(file, (name) => wanted.test(name));
  const folder = file.name.replace(/\.zip$/i, '');
  return Object.entries(entries).map(([name, data]) => ({
    path: `${folder}/${name}`,
    body: new Blob([data as Uint8Array<ArrayBuffer>]),
  }));
}

/** Where a file lay, as far as the browser tells. */
const pathOf = (file: File) => file.webkitRelativePath || file.name;
/** A path the list takes: without ways up and empty parts. */
const plain = (path: string) =>
  path
    .split('/')
    .filter((part) => part !== '' && part !== '.' && part !== '..')
    .join('/');

/** Files and folders that were dropped, opened out. */
export async function droppedFiles(items: DataTransferItemList): Promise<File[]> {
  const entries = [...items].flatMap((item) => item.webkitGetAsEntry() ?? []);
  const out: File[] = [];
  const walk = async (entry: FileSystemEntry): Promise<void> => {
    if (entry.isFile) {
      const file = await new Promise<File>((resolve, reject) =>
        (entry as FileSystemFileEntry).file(resolve, reject),
      );
      // The browser keeps a dropped file's folder to itself.
      Object.defineProperty(file, 'webkitRelativePath', { value: entry.fullPath.replace(/^\//, '') });
      out.push(file);
      return;
    }
    const reader = (entry as FileSystemDirectoryEntry).createReader();
    for (;;) {
      const some = await new Promise<FileSystemEntry[]>((resolve, reject) =>
        reader.readEntries(resolve, reject),
      );
      if (some.length === 0) return;
      for (const inside of some) await walk(inside);
    }
  };
  for (const entry of entries) await walk(entry);
  return out;
}

let stop: AbortController | undefined;
export const stopBringing = (): void => stop?.abort();

const refuse = (path: string, says: string) =>
  useBringing.setState((s) => ({ refused: [...s.refused, { path, says }] }));

/** Takes files in, zips opened out; those that are no LUT are told at the end. @param lone a file that is chosen by name is sent whatever its ending. */
export async function bring(projectId: string, files: readonly File[]): Promise<string[]> {
  const list: Brought[] = [];
  useBringing.setState({ ...none, running: true, all: files.length });
  for (const file of files) {
    const path = plain(pathOf(file));
    if (isZip(file.name)) {
      try {
        const inside = await opened(file);
        if (inside.length === 0) refuse(path, 'no LUT lies in it.');
        list.push(...inside.map((f) => ({ ...f, path: plain(f.path) })));
      } catch (error) {
        refuse(path, `${(error as Error).message}.`);
      }
    } else if (wanted.test(file.name)) list.push({ path, body: file });
    // Of a folder, what is something else is passed over; one that was chosen itself is told.
    else if (!path.includes('/'))
      refuse(path, `this ends like no LUT that is read (${lutEndings.join(', ')}).`);
  }
  return bringAll(projectId, list);
}

const sentAtATime = 2;
/** Sends files. @returns the IDs they got. */
export async function bringAll(projectId: string, list: readonly Brought[]): Promise<string[]> {
  stop = new AbortController();
  const { signal } = stop;
  useBringing.setState((s) => ({
    done: 0,
    all: list.length,
    running: true,
    refused: s.running ? s.refused : [],
  }));
  const ids: string[] = [];
  await eachOf(list, sentAtATime, async ({ path, body }) => {
    if (signal.aborted) return;
    try {
      ids.push((await sendInspected(projectId, { path, body }, signal)).id);
    } catch (error) {
      if (!signal.aborted) refuse(path, (error as Error).message);
    }
    useBringing.setState((s) => ({ done: s.done + 1 }));
  });
  useBringing.setState({ running: false });
  return ids;
}
