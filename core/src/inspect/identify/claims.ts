import type { Profile } from '../../camera/profile.ts';
import type { Lut } from '../../lut/lut.ts';
import { type RoleId, roles } from '../../order/roles/index.ts';
import { decodeName, type DecodedName } from '../fileName.ts';
import type { Hypothesis } from './identify.ts';

/** What somebody wrote about a LUT: evidence of its own, apart from what the values say. */
export interface Claim {
  from: 'name' | 'folder' | 'header';
  role: RoleId | null;
  profile: Profile | null;
}

/** Roles of words that name no role of ours. */
const kinds: readonly [RegExp, RoleId][] = [
  [/^a conversion$/, 'conversion'],
  [/^for a monitor$/, 'monitor'],
];

function claimOf(from: Claim['from'], name: DecodedName, profiles: readonly Profile[]): Claim | null {
  const kind = name.tokens.find((t) => t.tells === 'kind')?.meaning ?? '';
  const role = name.role ?? kinds.find(([is]) => is.test(kind))?.[1] ?? null;
  // Encodings of standards are told as curves.
  const told = name.tokens.filter((t) => t.tells === 'camera' || t.tells === 'curve').map((t) => t.meaning);
  const profile =
    profiles.find((p) => p.id === name.profile) ?? profiles.find((p) => told.includes(p.name)) ?? null;
  return role || profile ? { from, role, profile } : null;
}

/** Words of a header behind a mark of what they tell, as many makers write them: `role: combined (…)`, `input: heron (…)`. */
const headerLine = /^\s*(?:role|input|camera|from|type)\s*[:=]\s*([A-Za-z0-9-]+)/i;

/** The folder a file lies in; empty where its path names none. */
const folderOf = (path: string): string => path.split(/[\\/]/).at(-2) ?? '';

/** What a LUT's name, the folder it lies in and its header say of it. @param fileName with the path it was found under. */
export function claimsOf(
  { title, comments }: Lut,
  fileName: string,
  context: { profiles: readonly Profile[]; looks: readonly { name: string }[] },
): Claim[] {
  const told = comments.flatMap((line) => headerLine.exec(line)?.[1] ?? []);
  const texts: [Claim['from'], string][] = [
    ['name', fileName],
    ['folder', folderOf(fileName)],
    ['header', [...told, title].join(' ').replaceAll('/', ' ')],
  ];
  return texts.flatMap(([from, text]) => {
    if (text.trim() === '') return [];
    const claim = claimOf(from, decodeName(text, context), context.profiles);
    return claim ? [claim] : [];
  });
}

/** Natural logarithm by which what is written makes a reading likelier: names are seldom wrong. */
const worth = 6;

const isSaid = (a: RoleId, b: RoleId) => a === b || [a, b].every((r) => r.startsWith('monitor'));

/** How much what is written says for a reading. */
export function supportOf({ role, input }: Hypothesis, claims: readonly Claim[]): number {
  const says = (f: (claim: Claim) => boolean) => (claims.some(f) ? worth : 0);
  const { end } = input;
  return (
    says((c) => c.role !== null && isSaid(c.role, role)) +
    says((c) => c.profile !== null && end.kind === 'scene' && end.profile.id === c.profile.id)
  );
}

/** A claim in a sentence, told as one. */
export const claimWords = ({ from, role, profile }: Claim): string =>
  `Its ${from} says ${[role && roles[role].label.toLowerCase(), profile?.name].filter(Boolean).join(', ')}; that counts as evidence of its own.`;
