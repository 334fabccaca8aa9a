import { fileSlug } from '../slug.ts';
import { type RoleId, roleIds } from './roles/index.ts';

/**
 * The parts of a file's name. Each is written so that it can be told from the others, and read back: letters, figures and
 * dashes only.
 */

/** What a part of a name may be that is not made of somebody's words. */
const shapes = {
  version: /^v(\d+)$/i,
  grid: /^(\d{1,3})$/,
  strength: /^s(\d{1,3})$/i,
  offset: /^(\d+(?:p\d+)?)st-(over|under)$/i,
  counter: /^n(\d{3,})$/i,
  range: /^(?:full|narrow(?:-\d+)?)$/i,
  tones: /^tone-(wide|standard|punchy)(-clip)?$/i,
} as const;
export type ShapedToken = keyof typeof shapes;

export const isRole = (text: string): text is RoleId => (roleIds as readonly string[]).includes(text);
export const hasShape = (token: ShapedToken, text: string): boolean => shapes[token].test(text);

const escape = 'x-';
const joined = (text: string) => text.toLowerCase().replaceAll('-', '');
const joinedShapes = [
  shapes.version,
  shapes.grid,
  shapes.strength,
  shapes.counter,
  /^\d+(p\d+)?st(over|under)$/,
  /^(full|narrow\d*)$/,
  /^tone(wide|standard|punchy)(clip)?$/,
];
const joinedRoles = new Set(roleIds.map(joined));
/** However a name joins its words: could this be read as something else? */
const isReserved = (text: string) =>
  text.toLowerCase().startsWith(escape) ||
  joinedRoles.has(joined(text)) ||
  joinedShapes.some((shape) => shape.test(joined(text)));

/** Somebody's words in a name; what would be read as another part is marked. */
export function freeToken(words: string, fallback: string): string {
  const slug = fileSlug(words, fallback);
  return isReserved(slug) ? `${escape}${slug}` : slug;
}
/** The words again, as they stood. */
export const freeText = (token: string): string =>
  token.toLowerCase().startsWith(escape) ? token.slice(escape.length) : token;

export const versionToken = (version: number): string => `v${version}`;
export const strengthToken = (strength: number): string => `s${Math.round(strength * 100)}`;
export const counterToken = (n: number): string => `n${String(n).padStart(3, '0')}`;

/** What the footage an offset is for was exposed; a dot would end the name for some readers. @param offset stops of light. */
export const offsetToken = (offset: number): string =>
  `${String(Math.abs(offset)).replace('.', 'p')}st-${offset < 0 ? 'over' : 'under'}`;

/** The tone scale of a file without a look. */
export const tonesToken = ({ preset, gamutFit }: { preset: string; gamutFit: string }): string =>
  `tone-${preset}${gamutFit === 'clip' ? '-clip' : ''}`;

/** Numbers again. Null for what is none of its kind. */
export const readNumber = (
  token: 'version' | 'grid' | 'strength' | 'counter',
  text: string,
): number | null => {
  const found = shapes[token].exec(text);
  return found && Number(found[1]);
};
export function readOffset(text: string): number | null {
  const found = shapes.offset.exec(text);
  if (!found) return null;
  const stops = Number(found[1].toLowerCase().replace('p', '.'));
  return found[2].toLowerCase() === 'over' ? -stops : stops;
}
