import { stemOf } from '../../formats/lutFormats/stem.ts';
import { hasShape } from '../../order/nameTokens.ts';
import { roleIds } from '../../order/roles/index.ts';
import type { NameParts } from './parts.ts';
import { type NameRule, type NameToken, standardNameRule } from './rule.ts';
import { expand } from './abbreviations.ts';
import { styled } from './styled.ts';

/** Parts that a file may do without. */
const optional: ReadonlySet<NameToken> = new Set(['version', 'strength', 'offset', 'range', 'look']);
const shaped = ['version', 'grid', 'strength', 'offset', 'counter', 'range'] as const;
type Shaped = (typeof shaped)[number];
const isShaped = (token: NameToken): token is Shaped => (shaped as readonly string[]).includes(token);

/** Texts of a part that a name may show in another dress: each with its words joined as the rule joins them. */
function undress(token: Shaped, text: string, { word }: NameRule): string | null {
  if (word === '-' || !/st|narrow/i.test(text)) return hasShape(token, text) ? text : null;
  const plain = (word === '' ? text : text.replaceAll(word, '-'))
    .replace(/st-?(over|under)$/i, 'st-$1')
    .replace(/^narrow-?(\d+)$/i, 'narrow-$1');
  return hasShape(token, plain) ? plain : null;
}

/** The part a text can be read as; null where it cannot be that part. */
function readPart(token: NameToken, text: string, rule: NameRule): string | null {
  if (token === 'role') {
    const written = expand('role', text, rule)?.toLowerCase();
    return roleIds.find((id) => styled(id, rule).toLowerCase() === written) ?? null;
  }
  if (isShaped(token)) return undress(token, text, rule);
  const isOther =
    shaped.some((other) => undress(other, text, rule) !== null) || readPart('role', text, rule) !== null;
  return isOther ? null : expand(token, text, rule);
}

/**
 * Takes a name apart again. Parts that are somebody's words come back as they are written; roles, numbers and the like as
 * the program has them. Null where the name is not built by the rule.
 * @param name with or without its ending. @param endings of files the ending may be.
 */
export function readName(name: string, rule: NameRule = standardNameRule): NameParts | null {
  const stem = stemOf(name);
  const texts = stem.split(rule.separator);
  const read = (at: number, token: number): NameParts | null => {
    if (token === rule.tokens.length) return at === texts.length ? {} : null;
    const id = rule.tokens[token];
    const part = at < texts.length ? readPart(id, texts[at], rule) : null;
    if (part !== null) {
      const rest = read(at + 1, token + 1);
      if (rest) return { [id]: part, ...rest };
    }
    return optional.has(id) ? read(at, token + 1) : null;
  };
  return read(0, 0);
}
