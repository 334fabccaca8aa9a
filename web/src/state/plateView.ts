import { create } from 'zustand';
import type { BoxKind } from '@velvet-dusk/core/plate/marks';

export type WallMode = 'wall' | 'table';
export type Tool = BoxKind | 'greyScale' | 'chart' | 'select';

/** What the Plates station shows; not part of any document. */
interface PlateView {
  mode: WallMode;
  search: string;
  profileId: string;
  questionedOnly: boolean;
  selected: readonly string[];
  /** The plate whose frame is open; empty on the wall. */
  openId: string;
  tool: Tool;
  markId: string;
  recorded: boolean;
  /** Charts: is the light even, or is each patch taken at its own luminance? */
  evenLight: boolean;
  /** Plates deleted last, which can be brought back. */
  deleted: readonly { id: string; name: string }[];
}

export const usePlateView = create<PlateView>(() => ({
  mode: 'wall',
  search: '',
  profileId: '',
  questionedOnly: false,
  selected: [],
  openId: '',
  tool: 'select',
  markId: '',
  recorded: false,
  evenLight: true,
  deleted: [],
}));
export const setPlateView = usePlateView.setState;

export const openFrame = (openId: string) => setPlateView({ openId, markId: '', tool: 'select' });

/** Selects one plate, or adds and takes away with the command key. */
export function selectPlate(id: string, add: boolean): void {
  const { selected } = usePlateView.getState();
  if (!add) return setPlateView({ selected: [id] });
  setPlateView({ selected: selected.includes(id) ? selected.filter((s) => s !== id) : [...selected, id] });
}
