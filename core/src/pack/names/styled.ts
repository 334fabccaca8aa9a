import type { NameRule } from './rule.ts';

/** A text as a rule writes it. */
export function styled(text: string, { word, letterCase }: Pick<NameRule, 'word' | 'letterCase'>): string {
  const joined = text.replaceAll('-', word);
  if (letterCase === 'keep') return joined;
  return letterCase === 'lower' ? joined.toLowerCase() : joined.toUpperCase();
}
