import { z } from 'zod';

/** What a word can be taught to tell of. */
export const teachable = {
  profile: 'camera or curve',
  role: 'role',
  display: 'display',
  look: 'look',
  other: 'something else',
} as const;
export type Teachable = keyof typeof teachable;
export const teachables = Object.keys(teachable) as [Teachable, ...Teachable[]];

export const taughtWordSchema = z.strictObject({
  /** The folder whose files it holds for, with those below; empty for files that lie in none. */
  folder: z.string().max(300),
  /** The word as it stands in names; upper and lower case are one. */
  text: z.string().min(1).max(60),
  tells: z.enum(teachables),
  /** The ID of a profile, role or display; words for the rest. */
  is: z.string().min(1).max(80),
});
/** A word of a maker's that somebody explained. */
export type TaughtWord = z.output<typeof taughtWordSchema>;

/** Everything that was taught in a project. */
export const taughtWordsSchema = z.array(taughtWordSchema).max(500);

/** The folder that words of a file's name are taught for: the outermost it lies in. */
export const teachingFolder = (path: string): string => /^(.*?)[\\/]/.exec(path)?.[1] ?? '';

const key = ({ folder, text }: Pick<TaughtWord, 'folder' | 'text'>) => `${folder}/${text.toLowerCase()}`;

/** What holds for a file, and can be in its name or that of its folders: others do not decide how it is read. */
export const taughtFor = (path: string, words: readonly TaughtWord[]): TaughtWord[] =>
  words.filter(
    ({ folder, text }) => folder === teachingFolder(path) && path.toLowerCase().includes(text.toLowerCase()),
  );

/** With one more; what the same word was taught in the same folder before goes. */
export const withTaught = (words: readonly TaughtWord[], word: TaughtWord): TaughtWord[] => [
  ...words.filter((w) => key(w) !== key(word)),
  word,
];
export const withoutTaught = (words: readonly TaughtWord[], word: Pick<TaughtWord, 'folder' | 'text'>) =>
  words.filter((w) => key(w) !== key(word));
