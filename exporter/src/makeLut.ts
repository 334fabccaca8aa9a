import { readFile } from 'node:fs/promises';
import { curveOf } from '@velvet-dusk/core/pack/curve';
import { packedFormats } from '@velvet-dusk/core/formats/lutFormats/index';
import { cdlFile, cdlOf, describePlanned } from '@velvet-dusk/core/pack/files';
import type { PlannedLut } from '@velvet-dusk/core/pack/plannedLut';
import type { PackFormat } from '@velvet-dusk/core/pack/destination';
import { fileDifference, proveFile } from '@velvet-dusk/core/pack/proof';
import type { MadeLut } from '@velvet-dusk/core/pack/manifest';
import { type DeviceId, devices } from '@velvet-dusk/core/device/devices';
import { deviceResult } from '@velvet-dusk/core/device/operate';
import { bake, compileBake } from '@velvet-dusk/core/order/bake';
import { plateCodes } from '@velvet-dusk/core/order/plateCodes';
import type { Cube3d } from '@velvet-dusk/core/lut/cube';
import { type LutText, readLuts } from '@velvet-dusk/core/formats/lutTexts';
import type { Interpolation } from '@velvet-dusk/core/lut/apply';
import { produce } from './produce.ts';
import { writeWhole } from './putFile.ts';
import { sha256Of } from './sha256.ts';
import type { RecordedFrame } from '@velvet-dusk/core/recording/recordedFrame';

/** One LUT of a pack, with the files it is written to. */
export interface LutTask {
  planned: PlannedLut;
  /** Texts of the files of placed LUTs: what a file means is no plain data. */
  luts: readonly LutText[];
  frames: RecordedFrame[];
  files: LutFile[];
}
export interface LutFile {
  /** Where it is written. */
  path: string;
  name: string;
  format: PackFormat;
  interpolation: Interpolation;
  /** The stand-in device it is also put into. */
  device?: DeviceId | undefined;
  /** The file of the same name that went out before. */
  before?: string | undefined;
}
export type LutResult = MadeLut;

async function writeCdlFile(path: string, { order }: PlannedLut): Promise<LutResult> {
  const params = cdlOf(order.look);
  if (!params) throw new Error(`${order.look.name} is more than a CDL`);
  const { bytes } = cdlFile(order.look, params);
  await writeWhole(path, bytes);
  return {
    sha256: sha256Of(bytes),
    bytes: bytes.length,
    grid: order.grid,
    proof: null,
    device: null,
    difference: null,
  };
}

/** Bakes a LUT, writes each of its files, reads them back from the disk and proves what is read. */
export async function makeLut({ planned, luts, frames, files }: LutTask): Promise<LutResult[]> {
  const order = { ...planned.order, luts: readLuts(luts) };
  const compiled = compileBake(order);
  const cubes = new Map<number, Cube3d>();
  const cubeAt = (grid: number) => {
    const cube = cubes.get(grid) ?? bake({ ...order, grid });
    cubes.set(grid, cube);
    return cube;
  };
  const plates = plateCodes(frames, compiled.ends.input);
  const results: LutResult[] = [];
  for (const { path, name, format, interpolation, device, before } of files) {
    if (format === 'cdl') {
      results.push(await writeCdlFile(path, planned));
      continue;
    }
    const writer = packedFormats[format];
    const grid = writer.grid(order.grid);
    const cube = writer.isCurve ? curveOf(compiled) : cubeAt(grid);
    if (!cube) throw new Error(`${name}: its channels depend on each other, so that no table holds it`);
    const written = writer.write(cube, describePlanned(planned, interpolation));
    const { bytes, sha256, reread, rereadError } = await produce(cube, writer, written, { path, name });
    const proof = proveFile(reread, compiled, planned.lut, { plates, interpolation, rereadError });
    const old = before ? await readFile(before) : null;
    const isOther = old && !old.equals(bytes);
    results.push({
      sha256,
      bytes: bytes.length,
      grid,
      proof,
      device:
        device && plates.length > 0
          ? deviceResult({ path: name, bytes }, order, devices[device], plates)
          : null,
      difference: isOther
        ? fileDifference(writer.read(old, name), reread, compiled, { plates, interpolation })
        : null,
    });
  }
  return results;
}
