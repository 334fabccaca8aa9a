import { create } from 'zustand';
import type { BenchDocument } from './document.ts';

export type SaveStatus =
  | { kind: 'saved'; at: Date | null }
  | { kind: 'saving' }
  | { kind: 'waiting'; why: string }
  | { kind: 'refused'; why: string }
  /** Somebody else saved first: both sides are kept until one is chosen. */
  | { kind: 'conflict'; mine: BenchDocument; theirsVersion: number };

export const useSaveStatus = create<{ status: SaveStatus; version: number }>(() => ({
  status: { kind: 'saved', at: null },
  version: 0,
}));
export const setStatus = (status: SaveStatus) => useSaveStatus.setState({ status });
