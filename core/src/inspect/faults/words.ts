import type { FaultKind } from './fault.ts';
import { faultKinds } from './index.ts';
import { tintedNeutralsWords } from './tintedNeutrals.ts';

type Words = Pick<FaultKind, 'id' | 'label' | 'unit' | 'meaning' | 'remedy'>;
const all: readonly Words[] = [...faultKinds, tintedNeutralsWords];

/** What a fault is called, what it does to a picture, and what can be done. */
export function faultWords(id: string): Words {
  const found = all.find((k) => k.id === id);
  if (!found) throw new RangeError(`no fault "${id}"`);
  return found;
}
