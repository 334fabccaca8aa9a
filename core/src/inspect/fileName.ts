import { stemOf } from '../formats/lutFormats/stem.ts';
import type { Profile } from '../camera/profile.ts';
import { makeSameFiles, type RoleId, roleIds, roleOf, roles } from '../order/roles/index.ts';
import { readName } from '../pack/names/read.ts';
import { outputs } from '../render/outputs/index.ts';
import { fileSlug } from '../slug.ts';

/** What one part of a file's name says. */
export interface NameToken {
  text: string;
  /** What it tells of, in a word; null where it is not known. */
  tells: string | null;
  /** The same in full. */
  meaning: string;
}

/** A name taken apart, and what of it the file itself does not bear out. */
export interface DecodedName {
  tokens: NameToken[];
  role: RoleId | null;
  profile: string | null;
  grid: number | null;
}

export interface NameContext {
  profiles: readonly Profile[];
  looks: readonly { name: string }[];
}

const flat = (text: string) => text.toLowerCase().replaceAll(/[^a-z0-9]/g, '');

/** Words makers use, each for one thing (common practice). */
const words: readonly { is: RegExp; tells: string; meaning: (m: RegExpExecArray) => string }[] = [
  { is: /^v(?:er(?:sion)?)?(\d+(?:\.\d+)?)$/i, tells: 'version', meaning: (m) => `version ${m[1]}` },
  { is: /^s?(\d{1,3})(?:%|pct|percent)$/i, tells: 'strength', meaning: (m) => `${m[1]} % of it` },
  { is: /^s(\d{1,3})$/i, tells: 'strength', meaning: (m) => `${m[1]} % of it` },
  {
    is: /^(\d{1,3})(?:x|pt|pts|grid|cube|points)?$/i,
    tells: 'grid',
    meaning: (m) => `${m[1]} points along an edge`,
  },
  { is: /^(full|data)$/i, tells: 'range', meaning: () => 'full range: all codes' },
  { is: /^(narrow|legal|limited)$/i, tells: 'range', meaning: () => 'narrow range: 64–940 of 1023' },
  { is: /^(8|10|12|16)bits?$/i, tells: 'bits', meaning: (m) => `${m[1]} bits` },
  { is: /^(?:bt|rec|itu)\.?709$/i, tells: 'display', meaning: () => 'BT.709' },
  { is: /^(?:bt|rec|itu)\.?2020$/i, tells: 'display', meaning: () => 'BT.2020' },
  { is: /^(?:bt|rec|itu)\.?2100$/i, tells: 'display', meaning: () => 'BT.2100' },
  { is: /^(?:dci)?p3$/i, tells: 'gamut', meaning: () => 'P3 primaries' },
  { is: /^g(?:amma)?(\d)(?:\.|p)?(\d)$/i, tells: 'curve', meaning: (m) => `gamma ${m[1]}.${m[2]}` },
  {
    is: /^([+-]?\d+(?:[.p]\d+)?)st(?:op)?s?$/i,
    tells: 'exposure',
    meaning: (m) => `${m[1].replace('p', '.')} stops`,
  },
  { is: /^(log|flat)$/i, tells: 'curve', meaning: () => 'a log curve' },
  { is: /^(lin|linear)$/i, tells: 'curve', meaning: () => 'linear light' },
  { is: /^(?:to|2)$/i, tells: 'direction', meaning: () => 'from what is before to what follows' },
  { is: /^(look|lut|creative)$/i, tells: 'kind', meaning: () => 'a look' },
  ...roleIds.flatMap((id) => {
    const { named } = roleOf(id);
    return named ? [{ is: named.is, tells: 'kind', meaning: () => named.meaning }] : [];
  }),
];

const roleNamed = (text: string): RoleId | null => roleIds.find((id) => flat(id) === flat(text)) ?? null;

function readToken(text: string, { profiles, looks }: NameContext): NameToken {
  const is = (other: string) => flat(other) === flat(text);
  const role = roleNamed(text);
  if (role) return { text, tells: 'role', meaning: roles[role].label.toLowerCase() };
  const profileCalled = (isCamera: boolean) =>
    profiles.find(
      (p) => (p.camera !== '') === isCamera && (is(p.id) || is(p.name) || (isCamera && is(p.camera))),
    );
  const profile = profileCalled(true);
  if (profile) return { text, tells: 'camera', meaning: profile.name };
  const output = Object.values(outputs).find((o) => is(o.id) || is(o.label));
  if (output) return { text, tells: 'display', meaning: output.label };
  const look = looks.find((l) => is(l.name) || is(fileSlug(l.name, 'look')));
  if (look) return { text, tells: 'look', meaning: look.name };
  for (const word of words) {
    const found = word.is.exec(text);
    if (found) return { text, tells: word.tells, meaning: word.meaning(found) };
  }
  const encoding = profileCalled(false);
  if (encoding) return { text, tells: 'curve', meaning: encoding.name };
  return { text, tells: null, meaning: 'not known' };
}

const ownTells: Record<string, string> = {
  pack: 'pack',
  look: 'look',
  version: 'version',
  input: 'camera',
  output: 'display',
  role: 'role',
  strength: 'strength',
  offset: 'exposure',
  range: 'range',
  grid: 'grid',
  counter: 'counter',
};

/** A name of a LUT file, part by part. @param file its name, with or without folders and ending. */
export function decodeName(file: string, context: NameContext): DecodedName {
  const stem = stemOf(file.split('/').pop() ?? file);
  const read = readName(stem);
  // What only looks like one of ours has other words where its ends should stand.
  const isEnd = (text = '') => ['camera', 'display'].includes(readToken(text, context).tells ?? '');
  const own = read && isEnd(read.input) && isEnd(read.output) ? read : null;
  const tokens: NameToken[] = own
    ? Object.entries(own).map(([part, text]) => {
        const { tells, meaning } = readToken(text, context);
        return { text, tells: ownTells[part], meaning: tells ? meaning : text };
      })
    : stem
        .split(/[_\s]+/)
        .filter((t) => t !== '')
        .flatMap((part) => {
          // A word of ours may have dashes in it.
          const whole = readToken(part, context);
          if (whole.tells) return [whole];
          const parts = part.split(/(?<=[A-Za-z])-(?=[A-Za-z0-9])|(?<=\d)-(?=[A-Za-z])/);
          return parts.filter((t) => t !== '').map((t) => readToken(t, context));
        });
  const first = (tells: string) => tokens.find((t) => t.tells === tells);
  const camera = first('camera')?.text;
  const grid = first('grid')?.text;
  return {
    tokens,
    role: roleNamed(first('role')?.text ?? ''),
    profile:
      (camera &&
        context.profiles.find((p) => flat(p.id) === flat(camera) || flat(p.name) === flat(camera))?.id) ||
      null,
    grid: grid === undefined ? null : Number(/\d+/.exec(grid)?.[0]),
  };
}

/** What a name says that the file does not bear out, in sentences. */
export function nameDoubts(
  name: DecodedName,
  found: { size: number; role: RoleId | null; profile: string | null; share: number },
): string[] {
  const out: string[] = [];
  if (name.grid !== null && name.grid !== found.size)
    out.push(`The name says ${name.grid} points, the file has ${found.size}.`);
  // What is only probable is no ground to doubt a name.
  if (found.share < 0.9) return out;
  if (name.role && found.role && !makeSameFiles(name.role, found.role))
    out.push(
      `The name says ${roles[name.role].label.toLowerCase()}, it works as ${roles[found.role].label.toLowerCase()}.`,
    );
  if (name.profile && found.profile && name.profile !== found.profile)
    out.push(`The name says ${name.profile}, it fits ${found.profile}.`);
  return out;
}
