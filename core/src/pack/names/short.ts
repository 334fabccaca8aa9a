import { type RoleId, roles } from '../../order/roles/index.ts';
import type { NameParts } from './parts.ts';

/** Parts that are told where files differ in them, the first to be read first. The look takes what room is left. */
const told = ['input', 'output', 'strength', 'offset', 'grid', 'version'] as const;

const plain = (text: string) => text.toUpperCase().replace(/[^A-Z0-9]/g, '');
/** First letter, then consonants, then whatever is left: what people do by hand. */
function abbreviated(text: string): string {
  const letters = plain(text);
  const rest = letters.slice(1);
  return letters.slice(0, 1) + rest.replace(/[AEIOU]/g, '') + rest.replace(/[^AEIOU]/g, '');
}

/** A code for each of some texts, as short as tells them apart, all of one length; null where no such is found. */
function codesFor(texts: readonly string[], length: number): Map<string, string> | null {
  const distinct = [...new Set(texts)];
  // Where their letters do not tell them apart, their order does.
  const ordered = (text: string) => plain(text).slice(0, length - 1) + (distinct.indexOf(text) + 1);
  for (const make of length > 1 ? [abbreviated, plain, ordered] : [abbreviated, plain]) {
    const codes = new Map(distinct.map((t) => [t, make(t).padEnd(length, '0').slice(0, length)]));
    if (new Set(codes.values()).size === distinct.length) return codes;
  }
  return null;
}

function shortest(texts: readonly string[], most: number): Map<string, string> | null {
  if (new Set(texts).size < 2) return new Map(texts.map((t) => [t, '']));
  for (let n = 1; n <= most; n++) {
    const codes = codesFor(texts, n);
    if (codes) return codes;
  }
  return null;
}

/**
 * The shortest names that still tell some files apart: an abbreviation of the look, a letter or two for whatever else they
 * differ in, and their role. Where there is no room for that, they are numbered.
 * @param length characters without the ending.
 */
export function shortNames(files: readonly NameParts[], length: number): string[] {
  const columns = told.map((part) =>
    shortest(
      files.map((f) => f[part] ?? ''),
      3,
    ),
  );
  const numbered = () => {
    const width = Math.max(String(files.length).length, 2);
    const stem = 'LUT'.slice(0, Math.max(length - width, 0));
    return files.map((_, i) => `${stem}${String(i + 1).padStart(width, '0')}`);
  };
  if (columns.some((c) => c === null)) return numbered();
  const ends = files.map(
    (f) => columns.map((c, i) => c!.get(f[told[i]] ?? '')!).join('') + roles[f.role as RoleId].code,
  );
  const room = length - Math.max(...ends.map((e) => e.length));
  if (room < 1) return numbered();
  const lookOf = (f: NameParts) => f.look ?? '';
  const abbreviations = codesFor(
    files.map(lookOf).filter((l) => l !== ''),
    Math.min(room, 6),
  );
  if (!abbreviations) return numbered();
  const names = files.map((f, i) => (abbreviations.get(lookOf(f)) ?? '') + ends[i]);
  return new Set(names).size === new Set(files.map((f) => JSON.stringify({ ...f, counter: '' }))).size
    ? names
    : numbered();
}
