import * as Comlink from 'comlink';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { shrink } from '@velvet-dusk/core/formats/frameScale';
import type { Look } from '@velvet-dusk/core/look/document';
import { PreviewBaker } from '@velvet-dusk/core/order/previewBaker';
import { type Proposal, propose } from '@velvet-dusk/core/proposals/index';
import { PlateEvaluator, plateOfLight } from '@velvet-dusk/core/proposals/plateEvaluator';
import { sparse } from '@velvet-dusk/core/numeric/sparse';
import type { PracticeSettings } from '@velvet-dusk/core/readings/practice';
import type { Reading } from '@velvet-dusk/core/readings/reading';
import type { Display } from '@velvet-dusk/core/render/display';
import {
  type CameraSheet,
  cameraSheet,
  recordedPlates,
  throughEvery,
} from '@velvet-dusk/core/trial/cameraSheet';
import {
  type Cell,
  cellStrength,
  developCell,
  runCell,
  type TrialSetting,
} from '@velvet-dusk/core/trial/cell';
import type { Condition } from '@velvet-dusk/core/trial/condition';
import type { Endurance } from '@velvet-dusk/core/trial/endurance';
import { plateEndurance, type Searched } from '@velvet-dusk/core/trial/plateEndurance';
import { recordingFit, type TrialContext } from '@velvet-dusk/core/trial/recordingFit';
import type { RecordedFrame } from '@velvet-dusk/core/recording/recordedFrame';
import { recordTarget, targetOf } from '@velvet-dusk/core/trial/targets/plates';
import { fetchRecorded, type PlateOrder } from './develop.ts';
import { cachedPixels, FrameCache } from './frameCache.ts';
import { lutMapFor } from './lutMap.ts';
import { toImage } from './toImage.ts';
import { whereMask } from './whereMask.ts';

/** Cells of boards. Several of these workers share a board; a keeper of its own fetches frames for all. */

/** A plate of a project, or a stress target by the profile that records it. */
export type TrialPlateOrder = PlateOrder | { id: string; profile: Profile };

export interface CellOrder {
  plate: TrialPlateOrder;
  look: Look;
  condition: Condition;
}
/** What all cells of a board share. */
export interface BoardSetting {
  display: Display;
  practice: PracticeSettings;
  profiles: readonly Profile[];
  judged: readonly string[];
}
export interface DrawnCell {
  bitmap: ImageBitmap;
  readings: Reading[];
}
export type CellView = 'look' | 'normalised' | 'recorded';
export interface OpenedCell {
  image: ImageData;
  where: { width: number; height: number; mask: Uint8Array } | null;
}

/** Pixels across a picture on the board, and of one that is opened. */
const widths = { board: 320, opened: 1280 };
/** Pixels a proposal is searched on. */
const proposedPixels = 14_400;

const frames = new FrameCache(cachedPixels.stack);
const baker = new PreviewBaker(16);

async function plateOf(order: TrialPlateOrder, width?: number): Promise<RecordedFrame> {
  const target = targetOf(order.id);
  if (target || !('url' in order)) return recordTarget(target!, order.profile);
  if (!width) return fetchRecorded(frames, order);
  const frame = await fetchRecorded(frames, {
    ...order,
    url: order.url.replace('trial.rgb16', 'frame.rgb16'),
  });
  const share = Math.min(1, width / frame.width);
  const size = { width: Math.round(frame.width * share), height: Math.round(frame.height * share) };
  return share < 1
    ? { ...frame, ...size, code: shrink(frame.code, frame.width, frame.height, size.width, size.height) }
    : frame;
}

async function settingOf(look: Look, { display, practice, profiles }: BoardSetting): Promise<TrialSetting> {
  return { display, practice, profiles, luts: await lutMapFor(look), baker };
}

const pictureOf = ({ signal, width, height }: TrialContext) => toImage(signal, width, height);

export const trials = {
  /** Develops, measures and draws a cell. */
  async cell({ plate, look, condition }: CellOrder, board: BoardSetting): Promise<DrawnCell> {
    const { context, readings }: Cell = runCell(
      await plateOf(plate),
      look,
      condition,
      await settingOf(look, board),
      board.judged,
    );
    const bitmap = await createImageBitmap(pictureOf(context), {
      resizeWidth: Math.min(widths.board, context.width),
      resizeQuality: 'medium',
    });
    return Comlink.transfer({ bitmap, readings }, [bitmap]);
  },

  /** How far a look holds on a plate around a condition. */
  async endurance(
    { plate, look, condition }: CellOrder,
    board: BoardSetting,
    kind: Searched['kind'],
  ): Promise<Endurance> {
    const setting = await settingOf(look, board);
    return plateEndurance(await plateOf(plate), look, condition, setting, { kind, judged: board.judged });
  },

  /** A cell large, and where a reading is taken from. */
  async open(
    { plate, look, condition }: CellOrder,
    board: BoardSetting,
    { view, readingId }: { view: CellView; readingId: string },
  ): Promise<OpenedCell> {
    const setting = await settingOf(look, board);
    const large = await plateOf(plate, widths.opened);
    const shown = view === 'normalised' ? { ...look, steps: [], colourOnly: false } : look;
    const context = developCell(large, shown, condition, setting);
    const { width, height, code } = context;
    const image = view === 'recorded' ? toImage(code, width, height) : pictureOf(context);
    const where = readingId === '' || readingId === recordingFit.id ? null : whereMask(readingId, context);
    return Comlink.transfer({ image, where }, [image.data.buffer]);
  },

  /** Changes of the look that would mend the readings of a cell. */
  async propose({ plate, look, condition }: CellOrder, board: BoardSetting): Promise<Proposal[]> {
    const setting = await settingOf(look, board);
    const recorded = await plateOf(plate);
    const context = developCell(recorded, look, condition, setting);
    const { profile, bits } = context.recording!;
    const { width, height, rgb } = sparse(context.scene, context.width, context.height, proposedPixels);
    const evaluator = new PlateEvaluator(
      {
        width,
        height,
        ...plateOfLight(rgb),
        profile,
        bits,
        display: board.display,
        marks: context.marks,
        strength: cellStrength(look, condition, recorded),
      },
      board.practice,
      setting.luts,
    );
    return propose(evaluator, look);
  },

  /** One plate through every camera, or plates that were recorded of one framing, pair by pair. */
  async sheet(
    plates: readonly TrialPlateOrder[],
    look: Look,
    cameras: readonly Profile[],
    board: BoardSetting,
  ): Promise<{ sheet: CameraSheet; pictures: ImageBitmap[] }> {
    const setting = await settingOf(look, board);
    const there = await Promise.all(plates.map((p) => plateOf(p)));
    const entries = there.length > 1 ? recordedPlates(there) : throughEvery(there[0], cameras);
    const pictures = await Promise.all(
      entries.map(({ plate, condition }) =>
        createImageBitmap(pictureOf(developCell(plate, look, condition, setting))),
      ),
    );
    return Comlink.transfer({ sheet: cameraSheet(entries, look, setting), pictures }, pictures);
  },
};
export type Trials = typeof trials;
