import { readFile } from 'node:fs/promises';
import { decode, encode } from 'fast-png';
import type { Verdict } from '@velvet-dusk/core/numeric/verdict';
import { judgeCell } from '@velvet-dusk/core/trial/result';
import type { TrialResult } from '@velvet-dusk/core/trial/run';
import { pictureOf } from './runTrial.ts';

/** The foot of a cell: its colour, and the share of the width it takes, so that it is read without colour, too. */
const feet: Record<Verdict, { rgb: readonly [number, number, number]; share: number }> = {
  holds: { rgb: [127, 168, 140], share: 0.12 },
  close: { rgb: [214, 178, 94], share: 0.5 },
  fails: { rgb: [226, 122, 56], share: 1 },
  none: { rgb: [90, 90, 90], share: 0 },
};
const background = 26;
const foot = { height: 8, gap: 6 };
const margin = 12;

/** The pictures of a run as one: rows and columns as on the board, its switch downwards. */
export async function boardPng({ trial, cells }: TrialResult, work: string): Promise<Uint8Array> {
  const pictures = await Promise.all(
    cells.map(async (cell) => ({ cell, picture: decode(await readFile(pictureOf(work, cell))) })),
  );
  const [width, height] = [
    Math.max(1, ...pictures.map((p) => p.picture.width)),
    Math.max(1, ...pictures.map((p) => p.picture.height)),
  ];
  const step = { x: width + 1, y: height + foot.height + foot.gap };
  const [rows, columns] = [trial.rows.values.length, trial.columns.values.length];
  const boards = trial.switch?.values.length ?? 1;
  const board = rows * step.y + margin;
  const size = { width: 2 * margin + columns * step.x, height: margin + boards * board };
  const data = new Uint8Array(size.width * size.height * 3).fill(background);
  for (const { cell, picture } of pictures) {
    const [left, top] = [margin + cell.column * step.x, margin + cell.switch * board + cell.row * step.y];
    for (let y = 0; y < picture.height; y++)
      for (let x = 0; x < picture.width; x++)
        for (let c = 0; c < 3; c++)
          data[((top + y) * size.width + left + x) * 3 + c] =
            picture.data[(y * picture.width + x) * picture.channels + c];
    const { rgb, share } = feet[judgeCell(cell).verdict];
    for (let y = 0; y < foot.height; y++)
      for (let x = 0; x < Math.round(width * share); x++)
        data.set(rgb, ((top + height + y) * size.width + left + x) * 3);
  }
  return encode({ ...size, data, depth: 8, channels: 3 });
}
