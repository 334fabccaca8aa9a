import { z } from 'zod';
import { freeToken, isRole } from '../../order/nameTokens.ts';

/** Parts a name can be built of. */
export const nameTokens = {
  pack: 'pack',
  look: 'look',
  version: 'version',
  input: 'input',
  output: 'output',
  role: 'role',
  strength: 'strength',
  offset: 'offset',
  range: 'range',
  grid: 'grid',
  counter: 'counter',
} as const;
export type NameToken = keyof typeof nameTokens;
export const nameTokenIds = Object.keys(nameTokens) as [NameToken, ...NameToken[]];

/** A text as it stands in a name before it is styled: a role's own name, or somebody's words. */
export const tokenOf = (text: string): string => {
  const role = text.trim().toLowerCase().replaceAll(' ', '-');
  return isRole(role) ? role : freeToken(text, 'x');
};

/** A text that is written short in names. */
const abbreviationSchema = z.strictObject({
  /** The look, camera, display or role as it is called. */
  of: z.string().trim().min(1).max(120),
  short: z
    .string()
    .regex(
      // An x in front marks what only looks like an abbreviation.
      /^[A-WYZa-wyz][A-Za-z0-9]{0,11}$/,
      'one to twelve letters and figures are needed, a letter other than x first',
    )
    .refine((short) => freeToken(short, 'x') === short, 'it would be read as another part of a name'),
});
export type Abbreviation = z.output<typeof abbreviationSchema>;

const isDistinct = (texts: readonly string[]) =>
  new Set(texts.map((t) => t.toLowerCase())).size === texts.length;

/** How the long names of a pack are built. */
export const nameRuleSchema = z
  .strictObject({
    abbreviations: z
      .array(abbreviationSchema)
      .max(200)
      .refine((list) => isDistinct(list.map((a) => a.short)), 'two texts are written alike')
      .refine((list) => isDistinct(list.map((a) => tokenOf(a.of))), 'a text stands twice')
      .default([]),
    tokens: z
      .array(z.enum(nameTokenIds))
      .min(1)
      .refine((tokens) => new Set(tokens).size === tokens.length, 'a part stands twice')
      .default(['look', 'version', 'input', 'output', 'role', 'strength', 'offset', 'grid']),
    separator: z.enum(['_', '-']).default('_'),
    /** Between the words of one part; none writes them together. */
    word: z.enum(['-', '_', '']).default('-'),
    letterCase: z.enum(['keep', 'lower', 'upper']).default('keep'),
  })
  .refine((rule) => rule.separator !== rule.word, {
    path: ['word'],
    message: 'words and parts need different separators, or no name could be taken apart',
  });
export type NameRule = z.output<typeof nameRuleSchema>;
export const standardNameRule: NameRule = nameRuleSchema.parse({});
