import { isRole } from '../../order/nameTokens.ts';
import { type NameRule, type NameToken, tokenOf } from './rule.ts';
import { styled } from './styled.ts';

/** Marks a text that stands for itself though it looks like an abbreviation. */
const mark = 'x-';
const wordy: ReadonlySet<NameToken> = new Set(['pack', 'look', 'input', 'output']);

const alike = (a: string, b: string) => a.toLowerCase() === b.toLowerCase();

/** A text without one mark where it is marked before an abbreviation; null where it is none of these. */
function unmarked(text: string, rule: NameRule): string | null {
  const before = styled(mark, rule);
  let rest = text;
  while (rest.toLowerCase().startsWith(before.toLowerCase()) && rest.length > before.length)
    rest = rest.slice(before.length);
  const isOne = rule.abbreviations.some((a) => alike(styled(a.short, rule), rest));
  return isOne && rest !== text ? text.slice(before.length) : null;
}

/** The text of a part as a rule writes it: short where it has an abbreviation, and marked where it could be taken for one. */
export function abbreviate(token: NameToken, text: string, rule: NameRule): string {
  const full = styled(text, rule);
  if (token !== 'role' && !wordy.has(token)) return full;
  const isOfKind = (of: string) => isRole(of) === (token === 'role');
  const own = rule.abbreviations.find((a) => {
    const of = tokenOf(a.of);
    return isOfKind(of) && alike(styled(of, rule), full);
  });
  if (own) return styled(own.short, rule);
  const looksShort = rule.abbreviations.some((a) => alike(styled(a.short, rule), full));
  return looksShort || unmarked(full, rule) !== null ? styled(mark, rule) + full : full;
}

/** What an abbreviation of a kind stands for, styled; the text itself where it is none. Null where it is one of the other kind. */
export function expand(token: NameToken, text: string, rule: NameRule): string | null {
  const own = rule.abbreviations.find((a) => alike(styled(a.short, rule), text));
  if (!own) return unmarked(text, rule) ?? text;
  const of = tokenOf(own.of);
  return isRole(of) === (token === 'role') ? styled(of, rule) : null;
}
