import { z } from 'zod';

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

/** How the long names of a pack are built. */
export const nameRuleSchema = z
  .strictObject({
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
