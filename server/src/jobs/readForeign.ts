import { readFile } from 'node:fs/promises';
import { type ImportedProfile, importProfile } from '@velvet-dusk/core/camera/import/index';
import type { Lut } from '@velvet-dusk/core/lut/lut';
import { stageWords } from '@velvet-dusk/core/lut/inspect';
import { parseLut, readLutBytes } from '@velvet-dusk/core/formats/lutFormats/index';

/** A file that somebody brought, and what it is called. */
export interface ForeignFile {
  path: string;
  fileName: string;
}
/** What a LUT is made of, in words. */
export interface LutWords {
  stages: string[];
}

const text = async ({ path }: ForeignFile) => readFile(path, 'utf8');
const words = ({ stages }: Lut): LutWords => ({ stages: stages.map(stageWords) });

/** Each throws a FormatError or a DocumentError where the file is not what it should be. */
export const readLut = async (file: ForeignFile): Promise<LutWords> =>
  words(parseLut(await text(file), file.fileName));
export const readAnyLut = async (file: ForeignFile): Promise<LutWords> =>
  words(readLutBytes(await readFile(file.path), file.fileName));
export const readProfile = async (file: ForeignFile): Promise<ImportedProfile> =>
  importProfile(await text(file), file.fileName);
