import { stemOf } from '../../formats/lutFormats/stem.ts';
import type { Profile } from '../../camera/profile.ts';
import { makeSameFiles, type RoleId, roleIds, roles } from '../../order/roles/index.ts';
import { readName } from '../../pack/names/read.ts';
import { outputs } from '../../render/outputs/index.ts';
import { fileSlug } from '../../slug.ts';
import { compoundOf } from './compounds.ts';
import type { TaughtWord } from './taught.ts';
import { nameWords } from './words.ts';

/** What one part of a file's name says. */
export interface NameToken {
  text: string;
  /** What it tells of, in a word; null where it is not known. */
  tells: string | null;
  /** The same in full. */
  meaning: string;
  /** The profile or role it names, by its ID. */
  id?: string;
  /** Somebody taught it. */
  isTaught?: boolean;
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
  /** What was taught for the folder a file lies in. */
  taught?: readonly TaughtWord[];
}

const flat = (text: string) => text.toLowerCase().replaceAll(/[^a-z0-9]/g, '');

const roleNamed = (text: string): RoleId | null => roleIds.find((id) => flat(id) === flat(text)) ?? null;

/** What somebody taught of a word; null where what they named is not there any more. */
function readTaught({ text, tells, is }: TaughtWord, { profiles }: NameContext): NameToken | null {
  switch (tells) {
    case 'profile': {
      const profile = profiles.find((p) => p.id === is);
      return profile
        ? { text, tells: profile.camera === '' ? 'curve' : 'camera', meaning: profile.name, id: profile.id }
        : null;
    }
    case 'role': {
      const id = roleIds.find((r) => r === is);
      return id ? { text, tells: 'role', meaning: roles[id].label.toLowerCase(), id } : null;
    }
    case 'display': {
      const output = Object.values(outputs).find((o) => o.id === is);
      return output ? { text, tells: 'display', meaning: output.label } : null;
    }
    case 'look':
      return { text, tells: 'look', meaning: is };
    case 'other':
      return { text, tells: 'taught', meaning: is };
  }
}

function readToken(text: string, context: NameContext): NameToken {
  const { profiles, looks, taught = [] } = context;
  const is = (other: string) => flat(other) === flat(text);
  for (const word of taught)
    if (word.text.toLowerCase() === text.toLowerCase()) {
      const read = readTaught(word, context);
      if (read) return { ...read, text, isTaught: true };
    }
  const role = roleNamed(text);
  if (role) return { text, tells: 'role', meaning: roles[role].label.toLowerCase(), id: role };
  const profileCalled = (isCamera: boolean) =>
    profiles.find((p) => (p.camera !== '') === isCamera && (is(p.id) || is(p.name)));
  // A camera may have several profiles: one that is meant by its own name comes first.
  const profile = profileCalled(true) ?? profiles.find((p) => p.camera !== '' && is(p.camera));
  if (profile) return { text, tells: 'camera', meaning: profile.name, id: profile.id };
  const output = Object.values(outputs).find((o) => is(o.id) || is(o.label));
  if (output) return { text, tells: 'display', meaning: output.label };
  const look = looks.find((l) => is(l.name) || is(fileSlug(l.name, 'look')));
  if (look) return { text, tells: 'look', meaning: look.name };
  for (const word of nameWords) {
    const found = word.is.exec(text);
    if (found) return { text, tells: word.tells, meaning: word.meaning(found) };
  }
  const encoding = profileCalled(false);
  if (encoding) return { text, tells: 'curve', meaning: encoding.name, id: encoding.id };
  return { text, tells: null, meaning: 'not known' };
}

/** A word of a name, and where it is put together of known ones, those. */
function readWord(text: string, context: NameContext): NameToken[] {
  const whole = readToken(text, context);
  if (whole.tells) return [whole];
  const pieces = compoundOf(text, (piece) => readToken(piece, context).tells !== null);
  return pieces ? pieces.map((piece) => readToken(piece, context)) : [whole];
}

const isRange = (token: NameToken | undefined) => token?.tells === 'range' && !token.meaning.includes(',');

/** Two ranges with a "to" between them are one thing: how the codes go in, and how they come out. */
function withRangePairs(tokens: readonly NameToken[], context: NameContext): NameToken[] {
  const at = tokens.findIndex(
    (t, i) => isRange(t) && tokens[i + 1]?.tells === 'direction' && isRange(tokens[i + 2]),
  );
  if (at < 0) return [...tokens];
  const [from, , to] = tokens.slice(at, at + 3);
  const pair = { ...readToken(`${from.text}-to-${to.text}`, context), text: `${from.text} to ${to.text}` };
  return [...tokens.slice(0, at), pair, ...withRangePairs(tokens.slice(at + 3), context)];
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
  const words: NameToken[] = own
    ? Object.entries(own).map(([part, text]) => {
        const { tells, meaning, id } = readToken(text, context);
        return { text, tells: ownTells[part], meaning: tells ? meaning : text, id };
      })
    : stem
        .split(/[_\s]+/)
        .filter((t) => t !== '')
        .flatMap((part) => {
          // A word of ours may have dashes in it.
          const whole = readToken(part, context);
          if (whole.tells) return [whole];
          const parts = part.split(/(?<=[A-Za-z])-(?=[A-Za-z0-9])|(?<=\d)-(?=[A-Za-z])/);
          return parts.filter((t) => t !== '').flatMap((t) => readWord(t, context));
        });
  const tokens = withRangePairs(words, context);
  const first = (tells: string) => tokens.find((t) => t.tells === tells);
  const grid = first('grid')?.text;
  return {
    tokens,
    role: roleIds.find((id) => id === first('role')?.id) ?? null,
    profile: first('camera')?.id ?? null,
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
