import type { Profile } from '../../camera/profile.ts';
import type { Lut } from '../../lut/lut.ts';
import { makeSameFiles, type RoleId, roleIds, roleOf, roles } from '../../order/roles/index.ts';
import { decodeName, type DecodedName } from '../names/fileName.ts';
import type { TaughtWord } from '../names/taught.ts';
import type { Hypothesis } from './identify.ts';

/** What is said of a LUT by somebody's words or by the files it lies among: evidence of its own, apart from what the values say. */
export interface Claim {
  from: keyof typeof sayings;
  role: RoleId | null;
  profile: Profile | null;
}

/** Who says it, in words, and the natural logarithm by which it makes a reading likelier: what is written is seldom wrong. */
const sayings = {
  name: { words: 'Its name says', worth: 6 },
  folder: { words: 'Its folder says', worth: 6 },
  header: { words: 'Its header says', worth: 6 },
  neighbours: { words: 'Other files in its folder are for', worth: 4 },
};

function claimOf(from: Claim['from'], name: DecodedName, profiles: readonly Profile[]): Claim | null {
  const kind = name.tokens.find((t) => t.tells === 'kind')?.meaning ?? '';
  const role = name.role ?? roleIds.find((id) => roleOf(id).named?.meaning === kind) ?? null;
  // Encodings of standards are told as curves.
  const told = name.tokens.filter((t) => t.tells === 'camera' || t.tells === 'curve').map((t) => t.meaning);
  const profile =
    profiles.find((p) => p.id === name.profile) ?? profiles.find((p) => told.includes(p.name)) ?? null;
  return role || profile ? { from, role, profile } : null;
}

/** Words of a header behind a mark of what they tell, as many makers write them: `role: combined (…)`, `input: heron (…)`. */
const headerLine = /^\s*(?:role|input|camera|from|type)\s*[:=]\s*([A-Za-z0-9-]+)/i;

/** The folder a file lies in; empty where its path names none. */
export const folderOf = (path: string): string => path.split(/[\\/]/).at(-2) ?? '';

/** What is known of a LUT beside its values. */
export interface Surroundings {
  /** What it is called, with the path it was found under. */
  path?: string;
  /** ID of the profile that the files beside it are for (`neighbours.ts`). */
  beside?: string | null;
  /** What somebody taught of words in its path. */
  taught?: readonly TaughtWord[];
}

/** What a LUT's name, the folder it lies in, its header and the files beside it say of it. */
export function claimsOf(
  { title, comments }: Lut,
  { path = '', beside = null, taught }: Surroundings,
  context: { profiles: readonly Profile[]; looks: readonly { name: string }[] },
): Claim[] {
  const told = comments.flatMap((line) => headerLine.exec(line)?.[1] ?? []);
  const texts: [Claim['from'], string][] = [
    ['name', path],
    ['folder', folderOf(path)],
    ['header', [...told, title].join(' ').replaceAll('/', ' ')],
  ];
  const written = texts.flatMap(([from, text]) => {
    if (text.trim() === '') return [];
    const claim = claimOf(from, decodeName(text, { ...context, taught }), context.profiles);
    return claim ? [claim] : [];
  });
  const profile = context.profiles.find((p) => p.id === beside);
  return profile ? [...written, { from: 'neighbours', role: null, profile }] : written;
}

/** How much what is said of a LUT says for a reading: of several that say the same, the one that is worth most. */
export function supportOf({ role, input }: Hypothesis, claims: readonly Claim[]): number {
  const says = (f: (claim: Claim) => boolean) =>
    Math.max(0, ...claims.filter(f).map((c) => sayings[c.from].worth));
  const { end } = input;
  return (
    says((c) => c.role !== null && makeSameFiles(c.role, role)) +
    says((c) => c.profile !== null && end.kind === 'scene' && end.profile.id === c.profile.id)
  );
}

/** A claim in a sentence, told as one. */
export const claimWords = ({ from, role, profile }: Claim): string =>
  `${sayings[from].words} ${[role && roles[role].label.toLowerCase(), profile?.name].filter(Boolean).join(', ')}; that counts as evidence of its own.`;
