import { readFile } from 'node:fs/promises';
import type { ImportedLut } from '@velvet-dusk/core/api/contract';
import type { Cube } from '@velvet-dusk/core/cube/cube';
import { parseLut } from '@velvet-dusk/core/formats/lut';
import type { Look } from '@velvet-dusk/core/look/document';
import { lutsOf } from '@velvet-dusk/core/look/steps/placedLut';
import type { FileStore } from '../files/store.ts';
import { notFound } from '../problem.ts';

/** A stored LUT file as a job names it. */
export interface LutFile {
  sha256: string;
  name: string;
  path: string;
}

/** Imported LUTs: files by checksum, named by the looks that hold them. */
export class LutService {
  constructor(private readonly files: FileStore) {}

  /** Takes in a received file that reads as a LUT. Throws a FormatError with its place; nothing is kept then. */
  async add(part: string, sha256: string, name: string): Promise<ImportedLut> {
    let cube: Cube;
    try {
      cube = parseLut(await readFile(part, 'utf8'), name);
    } catch (error) {
      await this.files.drop(part);
      throw error;
    }
    await this.files.adopt(part, sha256);
    return { lut: { sha256, name }, kind: cube.kind, size: cube.size };
  }

  async path(sha256: string): Promise<string> {
    if (!/^[0-9a-f]{64}$/.test(sha256) || !(await this.files.has(sha256))) throw notFound('LUT', sha256);
    return this.files.pathOf(sha256);
  }

  /** The files a look's placed LUTs name. Missing ones are left to the compiler, which says them by name. */
  of(look: Look): LutFile[] {
    return lutsOf(look.steps).map((lut) => ({ ...lut, path: this.files.pathOf(lut.sha256) }));
  }
}
