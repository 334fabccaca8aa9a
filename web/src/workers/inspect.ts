import { addressOf } from '@velvet-dusk/core/api/endpoints/endpoint';
import { lutFile } from '@velvet-dusk/core/api/endpoints/files';
import * as Comlink from 'comlink';
import type { TaughtWord } from '@velvet-dusk/core/inspect/names/taught';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { writeCube } from '@velvet-dusk/core/formats/cubeWrite';
import { readLutBytes } from '@velvet-dusk/core/formats/lutFormats/index';
import { compareLuts, type LutDifference } from '@velvet-dusk/core/inspect/compare';
import { type Fit, fitLook } from '@velvet-dusk/core/inspect/fit/fit';
import { identify } from '@velvet-dusk/core/inspect/identify/identity';
import { type KnownLook, knownLook, startingLooks } from '@velvet-dusk/core/inspect/identify/knownLooks';
import { latticeOf } from '@velvet-dusk/core/inspect/lattice';
import { repairKind } from '@velvet-dusk/core/inspect/repair/index';
import { type RepairReadings, repairReadings } from '@velvet-dusk/core/inspect/repair/readings';
import type { RepairSettings } from '@velvet-dusk/core/inspect/repair/repair';
import { figuresOf } from '@velvet-dusk/core/order/proof';
import { type FullReport, reportLut } from '@velvet-dusk/core/inspect/report/report';
import { View } from '@velvet-dusk/core/inspect/report/view';
import { sampleFolder } from '@velvet-dusk/core/inspect/sampleFolder';
import { type TryOrder, tryLut } from '@velvet-dusk/core/inspect/tryOn';
import { displayToLab } from '@velvet-dusk/core/colour/displayLab';
import { deltaE2000 } from '@velvet-dusk/core/colour/deltaE2000';
import { levelsOf, standardDisplay } from '@velvet-dusk/core/render/display';
import { outputs } from '@velvet-dusk/core/render/outputs/index';
import type { Look } from '@velvet-dusk/core/look/document';
import { type Lut, lutOf } from '@velvet-dusk/core/lut/lut';
import { resample } from '@velvet-dusk/core/lut/resample';
import type { PracticeSettings } from '@velvet-dusk/core/readings/practice';
import type { Reading } from '@velvet-dusk/core/readings/reading';
import { takeTrialReadings } from '@velvet-dusk/core/trial/readings';
import { fetchRecorded, type PlateOrder } from './develop.ts';
import { cachedPixels, FrameCache } from './frameCache.ts';
import { lutMapFor } from './lutMap.ts';
import { toImage } from './toImage.ts';

/** Any LUT taken apart, tried, fitted and mended. Files are fetched by checksum. */

export interface LutFileOrder {
  sha256: string;
  /** Its path: what it is called is evidence. */
  name: string;
  /** The reading that is taken, where somebody knows better. */
  chosen: number;
  /** ID of the profile that the files beside it are for; null where they say nothing. */
  beside: string | null;
  /** What was taught of words in its path. */
  taught: readonly TaughtWord[];
}
const askedOf = ({ name, chosen, beside, taught }: LutFileOrder) => ({ path: name, chosen, beside, taught });

/** What a LUT is weighed against. */
export interface InspectSetting {
  profiles: readonly Profile[];
  looks: readonly { id: string; document: Look }[];
}
export interface TriedPicture {
  bitmap: ImageBitmap;
  readings: Reading[];
}
/** A document a repair made, as a file, with how far it is from what it was made of. */
export interface MadeFile {
  suffix: string;
  text: string;
  /** What is read of it; of what does something else than it was made of, nothing. */
  readings: RepairReadings | null;
}
export interface Mended {
  made: MadeFile[];
  note: string;
  before: RepairReadings;
  /** How far what was made, all of it, is from what it was made of; null where that says nothing. */
  difference: LutDifference | null;
}

const kept = 24;
const frames = new FrameCache(cachedPixels.stack);
const luts = new Map<string, Promise<Lut>>();
const views = new Map<string, View>();

/** Keeps the latest of a map only. */
function trimmed<K, V>(map: Map<K, V>): void {
  while (map.size > kept) map.delete(map.keys().next().value!);
}

async function fetched({ sha256, name }: LutFileOrder): Promise<Lut> {
  let lut = luts.get(sha256);
  if (!lut) {
    lut = fetch(addressOf(lutFile, { sha256 })).then(async (answer) => {
      if (!answer.ok) throw new Error(`${name}: the server answered ${answer.status}`);
      return readLutBytes(new Uint8Array(await answer.arrayBuffer()), name);
    });
    lut.catch(() => luts.delete(sha256));
    luts.set(sha256, lut);
    trimmed(luts);
  }
  return lut;
}

let known: { key: string; looks: KnownLook[] } | undefined;
async function knownOf({ looks }: InspectSetting): Promise<KnownLook[]> {
  const key = JSON.stringify(looks);
  if (known?.key === key) return known.looks;
  const own: KnownLook[] = [];
  for (const { id, document } of looks) {
    try {
      own.push(knownLook(id, document, await lutMapFor(document)));
    } catch {
      // A look whose placed LUT is not here is known to nobody.
    }
  }
  known = { key, looks: [...own, ...startingLooks()] };
  return known.looks;
}

async function viewOf(file: LutFileOrder, setting: InspectSetting): Promise<View> {
  const key = JSON.stringify([file, setting.profiles]);
  let view = views.get(key);
  if (!view) {
    const lut = await fetched(file);
    const { ends } = identify(lut, setting.profiles, await knownOf(setting), askedOf(file));
    view = new View(lut, ...ends);
    views.set(key, view);
    trimmed(views);
  }
  return view;
}

const pictureOf = (signal: Float32Array, width: number, height: number) =>
  createImageBitmap(toImage(signal, width, height));

const { space, curve } = outputs[standardDisplay.output];
const toLab = displayToLab(space, curve(levelsOf(standardDisplay)));
/** ΔE2000 that is drawn white. */
const fullDelta = 10;

export const inspector = {
  async report(file: LutFileOrder, setting: InspectSetting): Promise<FullReport> {
    const lut = await fetched(file);
    return reportLut(lut, setting.profiles, await knownOf(setting), askedOf(file));
  },

  /** Nodes of a coarse lattice, inputs and outputs, for a drawing in three dimensions. */
  async lattice(file: LutFileOrder, size: number): Promise<{ size: number; values: Float32Array }> {
    const { values } = latticeOf(await fetched(file), size);
    return Comlink.transfer({ size, values }, [values.buffer]);
  },

  /** A plate through a LUT, and what is read from it. */
  async tryOn(
    file: LutFileOrder,
    plate: PlateOrder,
    order: TryOrder,
    setting: InspectSetting,
    practice: PracticeSettings,
  ): Promise<TriedPicture> {
    const view = await viewOf(file, setting);
    const { profiles } = setting;
    const context = tryLut(view, await fetchRecorded(frames, plate), order, { profiles, practice });
    const bitmap = await pictureOf(context.signal, context.width, context.height);
    return Comlink.transfer({ bitmap, readings: takeTrialReadings(context) }, [bitmap]);
  },

  /** Two LUTs on one plate: both pictures, and where and how far they differ (ΔE2000, 10 is white). */
  async compareOn(
    files: readonly [LutFileOrder, LutFileOrder],
    plate: PlateOrder,
    order: TryOrder,
    setting: InspectSetting,
    practice: PracticeSettings,
  ): Promise<{ pictures: ImageBitmap[]; mean: number; p99: number }> {
    const there = await fetchRecorded(frames, plate);
    const { profiles } = setting;
    const [a, b] = [
      tryLut(await viewOf(files[0], setting), there, order, { profiles, practice }).signal,
      tryLut(await viewOf(files[1], setting), there, order, { profiles, practice }).signal,
    ];
    const map = new Float32Array(a.length);
    const errors = new Float64Array(a.length / 3);
    const hold = (v: number) => Math.min(Math.max(v, 0), 1);
    const labOf = (s: Float32Array, p: number) => toLab(hold(s[p]), hold(s[p + 1]), hold(s[p + 2]));
    for (let p = 0; p < a.length; p += 3) {
      errors[p / 3] = deltaE2000(labOf(a, p), labOf(b, p));
      map.fill(Math.min(errors[p / 3] / fullDelta, 1), p, p + 3);
    }
    const { width, height } = there;
    const pictures = await Promise.all([a, b, map].map((s) => pictureOf(s, width, height)));
    const { mean, p99 } = figuresOf(errors);
    return Comlink.transfer({ pictures, mean, p99 }, pictures);
  },

  async compare(files: readonly [LutFileOrder, LutFileOrder]): Promise<LutDifference> {
    return compareLuts(await fetched(files[0]), await fetched(files[1]));
  },

  /** Fits ordinary steps. @param onShare told how far it is; a proxy. */
  async fit(file: LutFileOrder, setting: InspectSetting, onShare: (share: number) => void): Promise<Fit> {
    let last = 0;
    return fitLook(await viewOf(file, setting), (share) => {
      if (share - last < 0.02) return;
      last = share;
      onShare(share);
    });
  },

  /** Mends a LUT: new documents, as text. */
  async repair(
    file: LutFileOrder,
    repairId: string,
    settings: RepairSettings,
    other: LutFileOrder | null,
    setting: InspectSetting,
  ): Promise<Mended> {
    const view = await viewOf(file, setting);
    const { lut, input, output } = view;
    const kind = repairKind(repairId);
    const { made, note } = kind.run(
      { lut, input, output, other: other ? await fetched(other) : undefined },
      settings,
    );
    const all: Lut = { title: '', comments: [], stages: made.flatMap(({ cube }) => lutOf(cube).stages) };
    return {
      note,
      before: repairReadings(view),
      difference: kind.compared === 'none' ? null : compareLuts(lut, all),
      made: made.map(({ suffix, cube }) => ({
        suffix,
        text: writeCube(cube),
        readings: kind.compared ? null : repairReadings(new View(lutOf(cube), input, output)),
      })),
    };
  },

  /** A LUT of any format as a cube file, for what takes no other. */
  async asCube(file: LutFileOrder): Promise<string> {
    const lut = await fetched(file);
    return writeCube(resample(lut, latticeOf(lut).size));
  },

  /** The files of the sample folder, one after the other. */
  sample(profiles: readonly Profile[]): { path: string; text: string }[] {
    return sampleFolder(profiles).map(({ path, make }) => ({ path, text: writeCube(make()) }));
  },
};
export type Inspector = typeof inspector;
