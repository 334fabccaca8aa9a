import type { ExportProof } from '@velvet-dusk/core/api/contract';
import { bake, type BakeOrder, compileBake } from '@velvet-dusk/core/order/bake';
import { finerGrid, holdsProof, proveCube } from '@velvet-dusk/core/order/proof';
import { readLuts } from '@velvet-dusk/core/formats/lutTexts';
import { writeCube } from '@velvet-dusk/core/formats/cubeWrite';
import { packedFormats } from '@velvet-dusk/core/formats/lutFormats/index';
import { produce } from '@velvet-dusk/exporter/produce';
import { writeNew } from '@velvet-dusk/exporter/putFile';
import { type LutFile, lutTexts } from '../files/lutFile.ts';
import { plateCodes } from '@velvet-dusk/core/order/plateCodes';
import { type FiledRecording, proofFrames } from '../frames/recordings.ts';

export interface ExportTask {
  order: Omit<BakeOrder, 'luts'>;
  /** Files of the look's placed LUTs; one that is missing is said by the compiler. */
  luts: LutFile[];
  /** The project's plates, whose pixels a third of the proof is. */
  plates: FiledRecording[];
  part: string;
  fileName: string;
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

/** Bakes, writes, reads back from the disk, compares, proves. Throws where the file does not hold what was baked. */
export async function runExport(
  task: ExportTask,
  tell: (progress: ExportProgress) => void,
): Promise<ExportResult> {
  const { part, fileName } = task;
  const order: BakeOrder = { ...task.order, luts: readLuts(await lutTexts(task.luts)) };
  const report = (stage: string, progress: number) => tell({ stage, progress });
  const cube = bake(order, (share) => report('Baking', share * stageEnds.bake));
  report('Writing', stageEnds.bake);
  const place = { path: part, name: fileName };
  const { bytes, sha256, reread, rereadError } = await produce(
    cube,
    packedFormats.cube,
    Buffer.from(writeCube(cube)),
    place,
    writeNew,
    () => report('Reading back', stageEnds.write),
  );
  report('Proving', stageEnds.reread);
  const compiled = compileBake(order);
  const plates = plateCodes(await proofFrames(task.plates), compiled.ends.input);
  const proof = proveCube(reread, compiled, { plates });
  const advice = holdsProof(proof) ? {} : { advice: finerGrid(order, plates) };
  const groups = proof.groups.map(({ id, samples, figures }) => ({
    id,
    samples,
    tetrahedral: figures.tetrahedral!,
    trilinear: figures.trilinear!,
  }));
  return { sha256, fileSize: bytes.length, proof: { ...proof, groups, rereadError, ...advice } };
}
