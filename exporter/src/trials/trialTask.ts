import type { Profile } from '@velvet-dusk/core/camera/profile';
import { shrink } from '@velvet-dusk/core/formats/frameScale';
import { write8BitPng } from '@velvet-dusk/core/formats/png';
import type { Look } from '@velvet-dusk/core/look/document';
import { PreviewBaker } from '@velvet-dusk/core/order/previewBaker';
import { type LutText, readLuts } from '@velvet-dusk/core/formats/lutTexts';
import type { PracticeSettings } from '@velvet-dusk/core/readings/practice';
import type { Display } from '@velvet-dusk/core/render/display';
import type { BoardCell } from '@velvet-dusk/core/trial/board';
import { runCell, type TrialSetting } from '@velvet-dusk/core/trial/cell';
import type { Endurance } from '@velvet-dusk/core/trial/endurance';
import type { Condition } from '@velvet-dusk/core/trial/condition';
import { plateEndurance, type Searched } from '@velvet-dusk/core/trial/plateEndurance';
import type { RecordedFrame } from '@velvet-dusk/core/recording/recordedFrame';
import { type CellResult, cellResult } from '@velvet-dusk/core/trial/result';

/** What a thread needs for any part of a run. */
export interface TrialShared {
  display: Display;
  practice: PracticeSettings;
  profiles: readonly Profile[];
  /** Texts of the files of placed LUTs: what a file means is no plain data. */
  luts: readonly LutText[];
}

/** Cells of one plate. */
export interface CellsTask extends TrialShared {
  plate: RecordedFrame;
  cells: (BoardCell & { look: Look })[];
  judged: readonly string[];
  /** Pixels across the picture of a cell. */
  pictureWidth: number;
}
export interface MadeCell {
  result: CellResult;
  /** A PNG of 8 bits. */
  picture: Uint8Array;
}

/** A search on one plate. */
export interface SearchTask extends TrialShared {
  plate: RecordedFrame;
  look: Look;
  condition: Condition;
  search: Searched;
}

/** What cells share from task to task: grids per camera and size. */
const baker = new PreviewBaker(24);

const settingOf = ({ luts, ...setting }: TrialShared): TrialSetting => ({
  ...setting,
  luts: readLuts(luts),
  baker,
});

/** Develops and measures cells, and draws each small. */
export function runCells(task: CellsTask): MadeCell[] {
  const { plate, cells, judged, pictureWidth } = task;
  const setting = settingOf(task);
  const width = Math.min(pictureWidth, plate.width);
  const height = Math.max(1, Math.round((plate.height * width) / plate.width));
  return cells.map(({ look, condition, ...place }) => {
    const { context, readings } = runCell(plate, look, condition, setting, judged);
    const small = shrink(context.signal, plate.width, plate.height, width, height);
    return { result: cellResult(place, readings), picture: write8BitPng({ width, height, rgb: small }) };
  });
}

/** How far a look holds on a plate, one way. */
export const runSearch = (task: SearchTask): Endurance =>
  plateEndurance(task.plate, task.look, task.condition, settingOf(task), task.search);
