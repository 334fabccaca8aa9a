import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { readFile, stat, writeFile } from 'node:fs/promises';
import { atDepth, type Profile } from '@velvet-dusk/core/camera/profile';
import { shrink } from '@velvet-dusk/core/formats/frameScale';
import { toUint8, write8BitPng } from '@velvet-dusk/core/formats/png';
import { parseLut } from '@velvet-dusk/core/formats/lutFormats/index';
import type { Look } from '@velvet-dusk/core/look/document';
import { neutralShot } from '@velvet-dusk/core/look/shot';
import { FinishedCode } from '@velvet-dusk/core/recording/finishedCode';
import { applyTetrahedral } from '@velvet-dusk/core/lut/apply';
import type { Lut } from '@velvet-dusk/core/lut/lut';
import { mapBuffer } from '@velvet-dusk/core/numeric/buffer';
import { PreviewBaker } from '@velvet-dusk/core/order/previewBaker';
import type { PracticeSettings } from '@velvet-dusk/core/readings/practice';
import { noMarks } from '@velvet-dusk/core/recording/areas';
import type { Display } from '@velvet-dusk/core/render/display';
import { activeTextures, type Texture } from '@velvet-dusk/core/texture/index';
import { runCell, type TrialSetting } from '@velvet-dusk/core/trial/cell';
import { type ClipReadings, maxMeasured, measuredStep } from '@velvet-dusk/core/trial/clip';
import { atRest } from '@velvet-dusk/core/trial/condition';
import { trialWidth } from '@velvet-dusk/core/trial/document';
import { cellResult } from '@velvet-dusk/core/trial/result';
import { openClip } from '../frames/clip.ts';
import { type ClipWriter, framesOf, writeClip } from '../frames/clipStream.ts';
import type { LutFile } from '../files/lutFile.ts';

export interface ClipTask {
  path: string;
  fileName: string;
  look: Look;
  profile: Profile;
  profiles: readonly Profile[];
  display: Display;
  practice: PracticeSettings;
  luts: LutFile[];
  /** Where the graded clip goes; null for one that is only measured. */
  proof: { part: string; withTexture: boolean } | null;
  stripPart: string;
}
export interface ClipMade {
  readings: Pick<ClipReadings, 'rate' | 'strip' | 'frames'>;
  proof: { sha256: string; size: number } | null;
}
export interface ClipProgress {
  done: number;
  total: number;
}

/** Points of the cube a clip is drawn through, and pixels of a picture on its strip. */
const grid = 33;
const stripWidth = 240;
/** Pictures side by side: a row of all frames would be wider than browsers show. */
const stripColumns = 12;
/** Frames between two words about how far it is. */
const tellEvery = 5;

async function hashOf(path: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path)) hash.update(chunk as Buffer);
  return hash.digest('hex');
}

/** Grain moves from frame to frame, as on film. */
const textureAt = (texture: Texture, frame: number): Texture => ({
  ...texture,
  grain: { ...texture.grain, seed: ((texture.grain.seed - 1 + frame) % 9999) + 1 },
});

interface Size {
  width: number;
  height: number;
}
const fitted = ({ width, height }: Size, most: number): Size => {
  const share = Math.min(1, most / width);
  return { width: Math.round(width * share), height: Math.max(1, Math.round(height * share)) };
};
const sized = (rgb: Float32Array, from: Size, to: Size) =>
  from.width === to.width ? rgb : shrink(rgb, from.width, from.height, to.width, to.height);

/** Puts small pictures on one sheet, row by row. */
function sheetOf(pictures: readonly Float32Array[], { width, height }: Size): Uint8Array {
  const across = width * stripColumns;
  const whole = new Float32Array(across * height * Math.ceil(pictures.length / stripColumns) * 3);
  pictures.forEach((rgb, i) => {
    const [left, top] = [(i % stripColumns) * width, Math.floor(i / stripColumns) * height];
    for (let y = 0; y < height; y++)
      whole.set(rgb.subarray(y * width * 3, (y + 1) * width * 3), ((top + y) * across + left) * 3);
  });
  return write8BitPng({ width: across, height: whole.length / across / 3, rgb: whole });
}

/** Thins a list in place; its first stays. */
function keepEverySecond(list: unknown[]): void {
  const kept = list.filter((_, i) => i % 2 === 0);
  list.splice(0, list.length, ...kept);
}

/** Measures a look over the frames of a clip, and writes the graded clip where it is asked for. */
export async function runClip(task: ClipTask, tell: (progress: ClipProgress) => void): Promise<ClipMade> {
  const { path, fileName, look, display, practice, profiles, proof } = task;
  const clip = await openClip(path, fileName);
  const { facts } = clip;
  const profile = atDepth(task.profile, facts.depth);
  const luts = new Map<string, Lut>();
  for (const { sha256, name, path: at } of task.luts)
    luts.set(sha256, parseLut(await readFile(at, 'utf8'), name));
  const setting: TrialSetting = { display, practice, profiles, luts, baker: new PreviewBaker() };
  const { cube, pipeline } = setting.baker.bake({ look, profile, display, role: 'combined', grid, luts });
  const whole: Size = { width: facts.width, height: facts.height };
  const [measured, small] = [fitted(whole, trialWidth), fitted(whole, stripWidth)];
  const total = Math.max(1, Math.round(facts.duration * facts.rate));
  // Of a clip that does not say how long it is, the step grows while it is read.
  let step = measuredStep(total);
  const textured = proof?.withTexture && activeTextures(look.texture).length > 0 ? new FinishedCode() : null;
  const writer: ClipWriter | null = proof && writeClip(proof.part, { ...whole, rate: facts.rate });
  const frames: ClipReadings['frames'] = [];
  const pictures: Float32Array[] = [];
  let done = 0;
  try {
    for await (const code of framesOf(clip)) {
      if (done % step === 0 && frames.length === maxMeasured) {
        step *= 2;
        keepEverySecond(frames);
        keepEverySecond(pictures);
      }
      if (done % step === 0) {
        const plate = {
          id: fileName,
          name: fileName,
          scene: '',
          ...measured,
          code: sized(code, whole, measured),
          profile,
          bits: facts.depth,
          shot: neutralShot,
          marks: noMarks,
        };
        const { context, readings } = runCell(plate, look, atRest(fileName, ''), setting);
        frames.push({ frame: done, ...withoutPlace(cellResult({ row: 0, column: 0, switch: 0 }, readings)) });
        pictures.push(sized(context.signal, measured, small));
      }
      if (writer) {
        const recorded = { code, ...whole, profile, shot: neutralShot };
        const shown = textured
          ? textured.of(String(done), recorded, { notes: [], texture: textureAt(look.texture, done) })
          : code;
        applyTetrahedral(cube, shown);
        const { toSignal } = pipeline.rendering;
        mapBuffer(shown, toSignal);
        await writer.write(toUint8(shown));
      }
      done++;
      if (done % tellEvery === 0) tell({ done, total });
    }
    await writer?.finish();
  } catch (error) {
    writer?.drop();
    throw error;
  }
  if (frames.length === 0) throw new Error(`${fileName} holds no frame`);
  await writeFile(task.stripPart, sheetOf(pictures, small), { flag: 'wx', flush: true });
  return {
    readings: { rate: facts.rate, strip: { ...small, columns: stripColumns }, frames },
    proof: proof && { sha256: await hashOf(proof.part), size: (await stat(proof.part)).size },
  };
}

const withoutPlace = ({ readings }: ReturnType<typeof cellResult>) => ({ readings });
