import { readFile } from 'node:fs/promises';
import { type ImportedProfile, importProfile } from '@velvet-dusk/core/camera/import/index';
import { DocumentError } from '@velvet-dusk/core/document';
import { FormatError } from '@velvet-dusk/core/formats/error';
import { stepBack } from '@velvet-dusk/exporter/stepBack';
import { stageWords } from '@velvet-dusk/core/lut/inspect';
import { parseLut } from '@velvet-dusk/core/formats/lut';

/** What is made of a foreign file of each kind. */
export interface ForeignTasks {
  lut: { stages: string[] };
  profile: ImportedProfile;
}
export interface ForeignTask<K extends keyof ForeignTasks = keyof ForeignTasks> {
  kind: K;
  path: string;
  fileName: string;
}

const readers: { [K in keyof ForeignTasks]: (text: string, file: string) => ForeignTasks[K] } = {
  lut(text, file) {
    return { stages: parseLut(text, file).stages.map(stageWords) };
  },
  profile: importProfile,
};

/** Reads a file of text, in a worker thread. Errors lose their kind on the way out of a thread, so a refusal is an answer. */
export async function readForeign({
  kind,
  path,
  fileName,
}: ForeignTask): Promise<{ value: unknown } | { refused: string }> {
  stepBack('a little');
  try {
    return { value: readers[kind](await readFile(path, 'utf8'), fileName) };
  } catch (error) {
    if (error instanceof FormatError || error instanceof DocumentError) return { refused: error.message };
    throw error;
  }
}
