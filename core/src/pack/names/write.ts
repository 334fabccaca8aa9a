import type { NameParts } from './parts.ts';
import type { NameRule } from './rule.ts';

/** A part as a rule writes it. */
export function styled(text: string, { word, letterCase }: NameRule): string {
  const joined = text.replaceAll('-', word);
  if (letterCase === 'keep') return joined;
  return letterCase === 'lower' ? joined.toLowerCase() : joined.toUpperCase();
}

/** A name without its ending. */
export const writeName = (parts: NameParts, rule: NameRule): string =>
  rule.tokens
    .map((token) => parts[token])
    .filter((text) => text !== undefined && text !== '')
    .map((text) => styled(text!, rule))
    .join(rule.separator);
