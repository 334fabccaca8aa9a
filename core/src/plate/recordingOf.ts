import type { Profile } from '../camera/profile.ts';
import type { AcceptedMisses } from '../look/acceptedMisses.ts';
import type { PlateStrengths } from '../look/onPlate.ts';
import type { Shot } from '../look/shot.ts';
import { recordedIn, type Recording } from '../recording/recordedFrame.ts';
import { areasOf, type Mark, namedNeutrals } from './marks.ts';

/** What is stored of a plate. */
interface StoredPlate {
  id: string;
  name: string;
  scene: string;
  shot: Shot;
  marks: readonly Mark[];
  strengths?: PlateStrengths;
  acceptedMisses?: AcceptedMisses;
  facts: { usedDepth: number } | null;
}

/** A stored plate by its profile: whatever looks at a plate takes it from here. */
export const recordingOf = (plate: StoredPlate, profile: Profile): Recording => ({
  id: plate.id,
  name: plate.name,
  scene: plate.scene,
  ...recordedIn(profile, plate.facts?.usedDepth ?? null),
  shot: plate.shot,
  strengths: plate.strengths,
  acceptedMisses: plate.acceptedMisses,
  marks: {
    skin: areasOf(plate.marks, 'skin'),
    subject: areasOf(plate.marks, 'subject'),
    background: areasOf(plate.marks, 'background'),
    ...neutralsIn(plate.marks),
  },
});

/** Only where there are any: what was measured before they were read stays as it was. */
function neutralsIn(marks: readonly Mark[]) {
  const neutrals = namedNeutrals(marks);
  return neutrals.length > 0 ? { neutrals } : {};
}

/** The scene a new plate is taken to show until somebody says another: what its name says up to the first comma. */
export const sceneInName = (name: string): string => name.split(',')[0].trim();
