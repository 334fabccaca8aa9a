import { parseJson } from '../../parseJson.ts';
import { clfLut } from '../../formats/clf/lut.ts';
import { parseClf } from '../../formats/clf/parse.ts';
import { lutFormatOf, parseLut } from '../../formats/lutFormats/index.ts';
import { isPerChannel } from '../../lut/lut.ts';
import { parseProfile } from '../profile.ts';
import { profileFromClf } from './fromClf.ts';
import { profileFromConversion } from './fromConversion.ts';
import { profileFromLut1d } from './fromLut.ts';
import type { ImportedProfile } from './imported.ts';

export type { ImportedProfile };

/**
 * Reads a profile from the text of a file, by what is in it: a profile document, a list of nodes, a table between code and
 * light, a conversion. @param name what to call it; without one, the file's own name.
 * Throws a FormatError or a DocumentError that names the file and the place.
 */
export function importProfile(text: string, file: string, name?: string): ImportedProfile {
  const base = file.split(/[\\/]/).pop()!;
  const called = name ?? base.replace(/\.[^.]+$/, '');
  if (/^\s*\{/.test(text) || /\.json$/i.test(base))
    return { profile: parseProfile(parseJson(text, base), base), notes: [] };
  if (lutFormatOf(text, base) === 'clf') {
    const list = parseClf(text, base);
    const holdsGrid = list.nodes.some((node) => node.kind === '3d');
    return holdsGrid ? profileFromConversion(clfLut(list), called, base) : profileFromClf(list, called, base);
  }
  const lut = parseLut(text, base);
  return (isPerChannel(lut) ? profileFromLut1d : profileFromConversion)(lut, called, base);
}
