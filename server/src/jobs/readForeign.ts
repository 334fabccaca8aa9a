import { readFile } from 'node:fs/promises';
import { type ImportedProfile, importProfile } from '@velvet-dusk/core/camera/import/index';
import { DocumentError } from '@velvet-dusk/core/document';
import { FormatError } from '@velvet-dusk/core/formats/error';
import { stepBack } from '@velvet-dusk/exporter/stepBack';
import { stageWords } from '@velvet-dusk/core/lut/inspect';
import { parseLut, readLutBytes } from '@velvet-dusk/core/formats/lutFormats/index';

/** What is made of a foreign file of each kind. */
export interface ForeignTasks {
  lut: { stages: string[] };
  /** The same of any file that is a LUT, pictures as well. */
  anyLut: { stages: string[] };
  profile: ImportedProfile;
}
export interface ForeignTask<K extends keyof ForeignTasks = keyof ForeignTasks> {
  kind: K;
  path: string;
  fileName: string;
}

const text = (bytes: Uint8Array) => new TextDecoder().decode(bytes);

const readers: { [K in keyof ForeignTasks]: (bytes: Uint8Array, file: string) => ForeignTasks[K] } = {
  lut: (bytes, file) => ({ stages: parseLut(text(bytes), file).stages.map(stageWords) }),
  anyLut: (bytes, file) => ({ stages: readLutBytes(bytes, file).stages.map(stageWords) }),
  profile: (bytes, file) => importProfile(text(bytes), file),
};

/** Reads a file, in a worker thread. Errors lose their kind on the way out of a thread, so a refusal is an answer. */
export async function readForeign({
  kind,
  path,
  fileName,
}: ForeignTask): Promise<{ value: unknown } | { refused: string }> {
  stepBack('a little');
  try {
    return { value: readers[kind](await readFile(path), fileName) };
  } catch (error) {
    if (error instanceof FormatError || error instanceof DocumentError) return { refused: error.message };
    throw error;
  }
}
