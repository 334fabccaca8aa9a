import type { Plate } from '@velvet-dusk/core/api/contract';
import { type Look, type LookStep, newLook } from '@velvet-dusk/core/look/document';
import type { Offer } from '@velvet-dusk/core/proposals/index';
import type { Shot } from '@velvet-dusk/core/look/shot';
import type { Texture, TextureId } from '@velvet-dusk/core/texture/index';
import { withFactor } from '@velvet-dusk/core/texture/onPlate';
import { withAccepted } from '@velvet-dusk/core/look/acceptedMisses';
import { withStrength } from '@velvet-dusk/core/look/onPlate';
import { freeStepId, insertStep } from '@velvet-dusk/core/look/edit';
import { stepDefinition, type StepType } from '@velvet-dusk/core/look/steps/index';
import { changedFields, same } from './merge.ts';
import { undoable } from './undoable.ts';

const editKeys = [
  'name',
  'scene',
  'profileId',
  'shot',
  'marks',
  'texture',
  'strengths',
  'acceptedMisses',
  'record',
  'shotNotes',
] as const satisfies readonly (keyof Plate)[];

/** What a user edits of a plate. */
export type PlateEdits = Pick<Plate, (typeof editKeys)[number]>;

/** What is edited and can be undone: the look, and the plates with their shot lanes and marks. */
export interface BenchDocument {
  look: Look;
  plates: Record<string, PlateEdits>;
}

interface OpenDocument extends BenchDocument {
  /** Empty until a project is open. */
  lookId: string;
}

const bench = undoable<OpenDocument, keyof BenchDocument>(
  { lookId: '', look: newLook('New look'), plates: {} },
  ['look', 'plates'],
);
export const useDocument = bench.use;
export const { history, beginGesture, endGesture, quietly, undo, redo, partsOf: documentOf } = bench;
const { edit } = bench;

export const editsOf = (plate: Plate): PlateEdits =>
  Object.fromEntries(editKeys.map((key) => [key, plate[key]])) as PlateEdits;

export const editLook = (change: (look: Look) => Look) => edit(({ look }) => ({ look: change(look) }));

/** Changes some plates in one undo step; ids that are not open are left out. */
export const editPlates = (
  ids: readonly string[],
  change: (plate: PlateEdits, id: string) => Partial<PlateEdits>,
) =>
  edit(({ plates }) => ({
    plates: {
      ...plates,
      ...Object.fromEntries(
        ids.filter((id) => plates[id]).map((id) => [id, { ...plates[id], ...change(plates[id], id) }]),
      ),
    },
  }));

export const editShot = (plateId: string, change: Partial<Shot>) =>
  editPlates([plateId], ({ shot }) => ({ shot: { ...shot, ...change } }));

/** Scales a kind of texture on one plate; 0 is off there, 1 as the look says. */
export const editPlateTexture = (plateId: string, id: TextureId, factor: number) =>
  editPlates([plateId], ({ texture }) => ({ texture: withFactor(texture, id, factor) }));

/** Sets how strong a look is on one plate; null is as the look says. */
export const editPlateStrength = (plateId: string, lookId: string, strength: number | null) =>
  editPlates([plateId], ({ strengths }) => ({ strengths: withStrength(strengths, lookId, strength) }));

/** Accepts that a reading misses, on one plate or of the look on the bench, with a reason; null takes it back. */
export const acceptMiss = (reading: string, reason: string | null, on: { plateId: string } | 'look') =>
  on === 'look'
    ? editLook((look) => ({ ...look, acceptedMisses: withAccepted(look, reading, reason) }))
    : editPlates([on.plateId], (plate) => ({ acceptedMisses: withAccepted(plate, reading, reason) }));

export const editStep = (id: string, change: Partial<Omit<Look['steps'][number], 'id' | 'type'>>) =>
  editLook((look) => ({
    ...look,
    steps: look.steps.map((s) => (s.id === id ? { ...s, ...change } : s)),
  }));

/** Changes some parameters of a step. */
export const editParams = (
  id: string,
  change: (params: Record<string, unknown>) => Record<string, unknown>,
) =>
  editLook((look) => ({
    ...look,
    steps: look.steps.map((s) => (s.id === id ? { ...s, params: { ...s.params, ...change(s.params) } } : s)),
  }));

/** Changes some settings of a kind of texture. */
export const editTexture = <K extends TextureId>(id: K, change: Partial<Texture[K]>) =>
  editLook((look) => ({ ...look, texture: { ...look.texture, [id]: { ...look.texture[id], ...change } } }));

/** Puts a step at its place in the usual order; returns its ID. */
export function addStep(type: StepType, params: object = stepDefinition(type).start ?? {}): string {
  const { id, steps } = insertStep(useDocument.getState().look.steps, type, { ...params });
  editLook((look) => ({ ...look, steps }));
  return id;
}

/** Puts a copy of a step, of this look or another, at its place in the usual order; returns its ID. */
export function pasteStep({ type, params, on, strength }: LookStep): string {
  const { id, steps } = insertStep(useDocument.getState().look.steps, type as StepType, params);
  editLook((look) => ({ ...look, steps: steps.map((s) => (s.id === id ? { ...s, on, strength } : s)) }));
  return id;
}

/** What of a look is tried: it is tried without its texture, and its notes may have been written meanwhile. */
const recipeIn = ({ steps, strength, colourOnly, rendering }: Look) => ({
  steps,
  strength,
  colourOnly,
  rendering,
});

/** Accepts an offer: the look, or the shot lane of the plate it was made on, and nothing of the other, as one step of undo. */
export const acceptOffer = ({ lane, look, shot }: Pick<Offer, 'lane' | 'look' | 'shot'>, plateId: string) =>
  lane === 'look' ? editLook((now) => ({ ...now, ...recipeIn(look) })) : editShot(plateId, shot);

export const removeStep = (id: string) =>
  editLook((look) => ({ ...look, steps: look.steps.filter((s) => s.id !== id) }));

/** Puts a copy of a step right behind it; returns the copy's ID. */
export function duplicateStep(id: string): string {
  const { steps } = useDocument.getState().look;
  const at = steps.findIndex((s) => s.id === id);
  const copy = { ...steps[at], id: freeStepId(steps, steps[at].type) };
  editLook((look) => ({ ...look, steps: look.steps.toSpliced(at + 1, 0, copy) }));
  return copy.id;
}

/** Moves a step to a place in the recipe, from 0; beyond its ends it stays at them. */
export const moveStepTo = (id: string, place: number) =>
  editLook((look) => {
    const at = look.steps.findIndex((s) => s.id === id);
    const to = Math.min(Math.max(place, 0), look.steps.length - 1);
    if (at < 0 || to === at) return look;
    return { ...look, steps: look.steps.toSpliced(at, 1).toSpliced(to, 0, look.steps[at]) };
  });

/** Moves a step earlier (−1) or later (+1); at the end of the list it stays. */
export const moveStep = (id: string, by: -1 | 1) =>
  moveStepTo(id, useDocument.getState().look.steps.findIndex((s) => s.id === id) + by);

/**
 * Steps of undo that hold what a plate was before somebody else changed it hold the new thing after this: undoing one's
 * own edits must not take back another's.
 */
export function rebaseHistory(plateId: string, before: PlateEdits, theirs: PlateEdits): void {
  const moved = Object.keys(changedFields(before, theirs)) as (keyof PlateEdits)[];
  const rebased = (entry: Partial<BenchDocument>): Partial<BenchDocument> => {
    const edits = entry.plates?.[plateId];
    if (!edits) return entry;
    const fields = moved.filter((k) => same(edits[k], before[k]));
    if (fields.length === 0) return entry;
    const now = { ...edits, ...Object.fromEntries(fields.map((k) => [k, theirs[k]])) };
    return { ...entry, plates: { ...entry.plates, [plateId]: now } };
  };
  const { pastStates, futureStates } = history();
  useDocument.temporal.setState({
    pastStates: pastStates.map(rebased),
    futureStates: futureStates.map(rebased),
  });
}
