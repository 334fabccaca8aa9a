import { z } from 'zod';
import { type Shot, shotSchema } from '../look/shot.ts';
import { windowShapeSchema } from './shape.ts';

/** Work on a shot that no LUT can hold. To add a kind: a line here. */
export const noteKinds = {
  window: { label: 'Window', about: 'lighter, darker, warmer or cooler inside a shape' },
  mask: { label: 'Mask', about: 'a matte drawn or keyed by hand' },
  tracking: { label: 'Tracking', about: 'a shape that has to follow what moves' },
  relighting: { label: 'Relighting', about: 'light added where there was none' },
  sharpening: { label: 'Sharpening', about: 'detail raised or softened in a place' },
  cleanUp: { label: 'Clean-up', about: 'something to be painted out or steadied' },
  other: { label: 'Other work', about: 'whatever else the shot needs' },
} as const;
export type NoteKind = keyof typeof noteKinds;
export const noteKindIds = Object.keys(noteKinds) as NoteKind[];

/** What is done inside a shape, as the shot lane does it for a whole plate. */
const light = {
  exposure: shotSchema.shape.exposure,
  mired: shotSchema.shape.mired,
  duv: shotSchema.shape.duv,
};
export const lightKeys = Object.keys(light) as (keyof typeof light & keyof Shot)[];

/** The most a note says. */
export const longestNote = 400;

/** A note on a plate for the finishing artist. It changes no LUT. */
export const shotNoteSchema = z.strictObject({
  id: z.string().min(1).max(20),
  kind: z.enum(noteKindIds as [NoteKind, ...NoteKind[]]),
  text: z.string().max(longestNote).default(''),
  /** Where; null for the whole frame. */
  shape: windowShapeSchema.nullable().default(null),
  /** Acts outside its shape instead. */
  outside: z.boolean().default(false),
  /** Width of the shape's soft edge, in frame heights. */
  softness: z.number().min(0).max(1).default(0.1).meta({ label: 'Softness', unit: '%', step: 0.01 }),
  ...light,
});
export type ShotNote = z.output<typeof shotNoteSchema>;

/** The most notes a plate holds. */
export const mostNotes = 40;
export const shotNotesSchema = z.array(shotNoteSchema).max(mostNotes);

/** Does a note change the picture that it is shown on? */
const changesLight = (note: ShotNote): boolean => lightKeys.some((key) => note[key] !== 0);

/** The notes of a plate that light it. */
export const lightingNotes = (notes: readonly ShotNote[]): ShotNote[] => notes.filter(changesLight);

/** An ID that no note of the plate has. */
export function newNoteId(notes: readonly ShotNote[]): string {
  for (let n = notes.length + 1; ; n++) if (!notes.some((x) => x.id === `n${n}`)) return `n${n}`;
}
