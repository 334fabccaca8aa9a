import { create } from 'zustand';
import {
  type Clip,
  type ImportedPlate,
  largestClip,
  largestUpload,
  type PlateKind,
} from '@velvet-dusk/core/api/contract';
import { importPlate, openClip } from '@velvet-dusk/core/api/endpoints/plates';
import { call } from '../api/client.ts';

export type ImportState = 'waiting' | 'sending' | 'in' | 'refused' | 'cancelled';
export interface ImportItem {
  key: number;
  name: string;
  state: ImportState;
  /** What happened, in words. */
  says: string;
  plateId: string;
}

interface ImportStore {
  items: ImportItem[];
  running: boolean;
  /** A clip that came and waits for frames to be picked. */
  clip: Clip | null;
}
export const useImports = create<ImportStore>(() => ({ items: [], running: false, clip: null }));

const clipEndings = /\.(mp4|mov|m4v|mkv|avi|mxf|webm)$/i;
const isClip = (file: File) => file.type.startsWith('video/') || clipEndings.test(file.name);
const megabytes = (bytes: number) => Math.round(bytes / 1024 / 1024);

let nextKey = 1;
let controller: AbortController | undefined;

const setItem = (key: number, change: Partial<ImportItem>) =>
  useImports.setState((s) => ({ items: s.items.map((i) => (i.key === key ? { ...i, ...change } : i)) }));

export interface ImportOrder {
  projectId: string;
  profileId: string;
  kind: PlateKind;
  /** Told of every plate that is in. */
  onPlate(imported: ImportedPlate): Promise<void> | void;
}

async function sendOne(file: File, order: ImportOrder, signal: AbortSignal): Promise<Partial<ImportItem>> {
  const limit = isClip(file) ? largestClip : largestUpload;
  if (file.size > limit)
    return {
      state: 'refused',
      says: `${megabytes(file.size)} MB is more than the ${megabytes(limit)} MB it may have.`,
    };
  const id = order.projectId;
  const { name } = file;
  if (isClip(file)) {
    const clip = await call(openClip, { id }, { query: { name }, file, signal });
    useImports.setState({ clip });
    return { state: 'in', says: 'Opened: pick frames from it.' };
  }
  const query = { name, profile: order.profileId, kind: order.kind };
  const imported = await call(importPlate, { id }, { query, file, signal });
  await order.onPlate(imported);
  return { state: 'in', says: imported.notes.join(' '), plateId: imported.plate.id };
}

/** Takes files in, one after the other, with one line of result each. */
export async function importFiles(files: readonly File[], order: ImportOrder): Promise<void> {
  const items = files.map((file): ImportItem & { file: File } => ({
    key: nextKey++,
    name: file.name,
    state: 'waiting',
    says: '',
    plateId: '',
    file,
  }));
  useImports.setState((s) => ({
    items: [...s.items.filter((i) => s.running || i.state === 'refused'), ...items],
  }));
  if (useImports.getState().running) return;
  controller = new AbortController();
  const { signal } = controller;
  useImports.setState({ running: true });
  for (;;) {
    const next = (useImports.getState().items as (ImportItem & { file?: File })[]).find(
      (i) => i.state === 'waiting' && i.file,
    );
    if (!next || signal.aborted) break;
    setItem(next.key, { state: 'sending', says: 'Sending and reading …' });
    try {
      setItem(next.key, await sendOne(next.file!, order, signal));
    } catch (error) {
      const gone = signal.aborted;
      setItem(
        next.key,
        gone
          ? { state: 'cancelled', says: 'Cancelled; nothing was kept.' }
          : { state: 'refused', says: (error as Error).message },
      );
    }
  }
  useImports.setState((s) => ({
    running: false,
    items: s.items.map((i) => (i.state === 'waiting' ? { ...i, state: 'cancelled', says: 'Cancelled.' } : i)),
  }));
}

export const cancelImport = () => controller?.abort();
export const clearImports = () => useImports.setState({ items: [] });
export const closeClip = () => useImports.setState({ clip: null });
