import { codeToSignal, levels } from '../../colour/range.ts';
import { recognisedBy, roleOf, roles } from '../../order/roles/index.ts';
import type { Hypothesis, Reading } from './identify.ts';

/** From here on a reading is said alone; under it, it is said with those that remain. */
export const saidAlone = 0.7;
/** A reading that is hardly a tenth is not worth saying. */
const worthSaying = 0.12;
const mostSaid = 3;

const nameOf = ({ end }: Hypothesis['input']) => (end.kind === 'scene' ? end.profile.name : 'display code');
const article = (text: string) => (/^[aeiou]/i.test(text) ? `an ${text}` : `a ${text}`);

/** Code of an 18 % grey under a reading's input, of 1023; null where none goes in. */
const greyCode = ({ end, compiled }: Hypothesis['input']): number | null =>
  end.kind === 'scene' && compiled.codec
    ? Math.round(codeToSignal(compiled.codec.encode(0.18), levels('full', 10)) * 1023)
    : null;

/** What would tell readings apart, in a sentence: something that somebody with the camera or the maker's other files can look at. */
function tellsApart(remaining: readonly Hypothesis[]): string {
  const inputs = [...new Map(remaining.map((h) => [nameOf(h.input), h.input])).values()];
  const cameras = inputs.filter((i) => greyCode(i) !== null);
  if (cameras.length > 1)
    return `A grey card tells them apart: 18 % is recorded at ${cameras.map((i) => `${greyCode(i)} of 1023 in ${nameOf(i)}`).join(', at ')}.`;
  if (inputs.length > 1)
    return 'What stands before it tells them apart: pictures that are normalised already, or a camera’s code.';
  const found = [...new Set(remaining.map((h) => h.role))].map(roleOf);
  if (found.some((r) => r.isForSet))
    return 'A correctly exposed grey card tells them apart: a monitor LUT shows it clearly darker or lighter than 38–46 %.';
  const withLook = new Set(found.map((r) => r.withLook));
  if (withLook.size > 1 && remaining.every((h) => recognisedBy(h.role)?.between === 'toDisplay'))
    return 'The maker’s plain conversion tells them apart: what is left against it is the look.';
  return 'A picture that was made with it tells them apart.';
}

/** Where no reading is likely enough to be said alone: the two or three that remain, and what would tell them apart. */
export function remainingWords(found: readonly Reading[]): string {
  if (found.length < 2 || found[0].share >= saidAlone) return '';
  const kept = found.filter((f, i) => i < 2 || f.share > worthSaying).slice(0, mostSaid);
  const words = kept.map(
    ({ best, share }) =>
      `${article(roles[best.role].label.toLowerCase())} LUT from ${nameOf(best.input)} (${Math.round(share * 100)} %)`,
  );
  return `Either ${words.join(', or ')}. ${tellsApart(kept.map((k) => k.best))}`;
}
