/** Exports, as a worker thread does them. Run by piscina; never imported by the server itself except for its types. */
import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { open, readFile } from 'node:fs/promises';
import type { MessagePort } from 'node:worker_threads';
import type { ExportProof } from '@velvet-dusk/core/api/contract';
import { bake, type BakeOrder, compileBake } from '@velvet-dusk/core/order/bake';
import type { Cube3d } from '@velvet-dusk/core/lut/cube';
import type { Lut } from '@velvet-dusk/core/lut/lut';
import { finerGrid, holdsProof, proveCube } from '@velvet-dusk/core/order/proof';
import { parseCube } from '@velvet-dusk/core/formats/cubeParse';
import { parseLut } from '@velvet-dusk/core/formats/lut';
import { writeCube } from '@velvet-dusk/core/formats/cubeWrite';

import type { LutMap } from '@velvet-dusk/core/look/steps/step';
import type { LutFile } from '../files/lutFile.ts';
import { stepBack } from '@velvet-dusk/exporter/stepBack';
import { plateSamples, type ProofPlate } from './proofPlates.ts';

export interface ExportTask {
  order: Omit<BakeOrder, 'luts'>;
  /** Files of the look's placed LUTs; one that is missing is said by the compiler. */
  luts: LutFile[];
  /** The project's plates, whose pixels a third of the proof is. */
  plates: ProofPlate[];
  part: string;
  fileName: string;
  port: MessagePort;
}
export interface ExportResult {
  sha256: string;
  fileSize: number;
  proof: ExportProof;
}
export interface ExportProgress {
  stage: string;
  progress: number;
}

/** Share of the whole at the end of each stage. */
const stageEnds = { bake: 0.6, write: 0.7, reread: 0.8 };
/** Six decimals round by at most half a millionth; the rest is float32. */
const largestReread = 0.6e-6;

async function readLuts(files: readonly LutFile[]): Promise<LutMap> {
  const found = new Map<string, Lut>();
  for (const { sha256, name, path } of files)
    if (existsSync(path)) found.set(sha256, parseLut(await readFile(path, 'utf8'), name));
  return found;
}

/** Bakes, writes, reads back from the disk, compares, proves. Throws where the file does not hold what was baked. */
export async function runExport(task: ExportTask): Promise<ExportResult> {
  stepBack('far');
  const { part, fileName, port } = task;
  const order: BakeOrder = { ...task.order, luts: await readLuts(task.luts) };
  const report = (stage: string, progress: number) =>
    port.postMessage({ stage, progress } satisfies ExportProgress);
  const cube = bake(order, (share) => report('Baking', share * stageEnds.bake));
  report('Writing', stageEnds.bake);
  const file = await open(part, 'wx');
  await file.writeFile(writeCube(cube));
  await file.sync();
  await file.close();
  report('Reading back', stageEnds.write);
  const bytes = await readFile(part);
  const reread = parseCube(bytes.toString('utf8'), fileName) as Cube3d;
  const rereadError = cube.data.reduce((worst, v, i) => Math.max(worst, Math.abs(v - reread.data[i])), 0);
  if (reread.size !== cube.size || rereadError > largestReread)
    throw new Error(`${fileName}: the file read back differs from what was baked by ${rereadError}`);
  report('Proving', stageEnds.reread);
  const compiled = compileBake(order);
  const plates = await plateSamples(task.plates, compiled.ends.input);
  const proof = proveCube(reread, compiled, { plates });
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  const advice = holdsProof(proof) ? {} : { advice: finerGrid(order, plates) };
  const groups = proof.groups.map(({ id, samples, figures }) => ({
    id,
    samples,
    tetrahedral: figures.tetrahedral!,
    trilinear: figures.trilinear!,
  }));
  return { sha256, fileSize: bytes.length, proof: { ...proof, groups, rereadError, ...advice } };
}
