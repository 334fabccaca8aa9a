import { parseJson } from '../../document.ts';
import { parseClf } from '../../formats/clf/parse.ts';
import { parseCube } from '../../formats/cubeParse.ts';
import { FormatError } from '../../formats/error.ts';
import { parseSpi1d } from '../../formats/spi1d.ts';
import { parseProfile } from '../profile.ts';
import { profileFromClf } from './fromClf.ts';
import { profileFromConversion, profileFromLut1d } from './fromLut.ts';
import type { ImportedProfile } from './imported.ts';

export type { ImportedProfile };

type Reader = (text: string, file: string, name: string) => ImportedProfile;

/** Formats a profile can be read from, by the ending of the file. To add one: a line here and its test. */
const readers: Record<string, Reader> = {
  json: (text, file) => ({ profile: parseProfile(parseJson(text, file), file), notes: [] }),
  clf: (text, file, name) => profileFromClf(parseClf(text, file), name, file),
  spi1d: (text, file, name) => profileFromLut1d(parseSpi1d(text, file), name, file),
  cube(text, file, name) {
    const cube = parseCube(text, file);
    return cube.kind === '1d' ? profileFromLut1d(cube, name, file) : profileFromConversion(cube, name, file);
  },
};

export const profileEndings = Object.keys(readers);

/**
 * Reads a profile from the text of a file. @param name what to call it; without one, the file's own name.
 * Throws a FormatError or a DocumentError that names the file and the place.
 */
export function importProfile(text: string, file: string, name?: string): ImportedProfile {
  const base = file.split(/[\\/]/).pop()!;
  const ending = /\.([^.]+)$/.exec(base)?.[1].toLowerCase() ?? '';
  const read = readers[ending];
  if (!read)
    throw new FormatError(file, 'file name', `a profile is read from .${profileEndings.join(', .')}`);
  return read(text, base, name ?? base.replace(/\.[^.]+$/, ''));
}
