import { acceptedNotes } from '../look/acceptedMisses.ts';
import type { CardPlate } from '../look/card.ts';
import type { NamedLook } from '../look/namedLook.ts';
import { plateStrengthNotes } from '../look/onPlate.ts';
import { plateTextureNotes } from '../texture/onPlate.ts';
import { trialReadingLabel } from '../trial/readings.ts';
import type { LookOnPlates } from './spec.ts';

/** What is set on single plates of a project, look by look; undefined where nothing is. */
export function looksOnPlates(
  looks: readonly Pick<NamedLook, 'id' | 'document'>[],
  plates: readonly CardPlate[],
): LookOnPlates[] | undefined {
  const found = looks
    .map(({ id, document }) => ({
      lookId: id,
      strengths: plateStrengthNotes(id, plates),
      texture: plateTextureNotes(document.texture, plates),
      accepted: acceptedNotes(document, plates, trialReadingLabel),
    }))
    .filter(({ strengths, texture, accepted }) => strengths.length + texture.length + accepted.length > 0);
  return found.length > 0 ? found : undefined;
}
