import { abbreviate } from './abbreviations.ts';
import type { NameParts } from './parts.ts';
import type { NameRule } from './rule.ts';

/** A name without its ending. */
export const writeName = (parts: NameParts, rule: NameRule): string =>
  rule.tokens
    .flatMap((token) => {
      const text = parts[token];
      return text === undefined || text === '' ? [] : [abbreviate(token, text, rule)];
    })
    .join(rule.separator);
