import { asCounted } from '../numeric/asCounted.ts';
import { shotWords } from '../look/shotWords.ts';
import { neutralShot } from '../look/shot.ts';
import { noteKinds, type ShotNote } from './note.ts';
import { shapeBounds } from './geometry.ts';
import type { WindowShape } from './shape.ts';

const percent = (x: number) => Math.round(x * 100);

const third = (x: number, names: readonly [string, string, string]) =>
  names[x < 1 / 3 ? 0 : x <= 2 / 3 ? 1 : 2];

/** Where on the frame a shape lies, by thirds. */
function whereabouts({ x0, y0, x1, y1 }: ReturnType<typeof shapeBounds>): string {
  const across = third((x0 + x1) / 2, ['left', '', 'right']);
  const down = third((y0 + y1) / 2, ['top', '', 'bottom']);
  return [down, across].filter(Boolean).join(' ') || 'middle';
}

/** A shape in words: where, its form, and its size as the box around it. */
export function shapeWords(shape: WindowShape, softness: number, aspect: number): string {
  const box = shapeBounds(shape, aspect);
  const form = shape.form === 'ellipse' ? 'ellipse' : `polygon of ${shape.corners.length} corners`;
  const edge = softness === 0 ? 'hard edge' : `edge soft over ${percent(softness)} % of the height`;
  return `${whereabouts(box)}, ${form}, ${percent(box.x1 - box.x0)} × ${percent(box.y1 - box.y0)} % of the frame, ${edge}`;
}

/** What is to be done, without where: the kind, how much, and what somebody wrote. */
export function noteWork({ kind, exposure, mired, duv, text }: ShotNote): string {
  const light = shotWords({ ...neutralShot, exposure, mired, duv });
  const said = text.trim().replace(/\s+/g, ' ');
  return [noteKinds[kind].label, ...light, ...(said ? [said] : [])].join(' · ');
}

/** Where a note is meant. */
export function notePlace({ shape, outside, softness }: ShotNote, aspect: number): string {
  if (!shape) return 'whole frame';
  return `${outside ? 'outside: ' : ''}${shapeWords(shape, softness, aspect)}`;
}

/** A note in one line. */
export const noteLine = (note: ShotNote, aspect: number): string =>
  `${noteWork(note)} (${notePlace(note, aspect)})`;

/** What is noted on a plate, as cards print it. */
export interface NotedPlate {
  name: string;
  /** Scene and shot as on the slate; empty where nobody said. */
  slate: string;
  /** Width over height. */
  aspect: number;
  notes: ShotNote[];
}

/** Plates in the order of the film: by slate, its numbers counted; those without one behind, as they stood. */
const inOrderOfFilm = <P extends { slate: string }>(plates: readonly P[]): P[] =>
  [...plates].sort(
    (a, b) => Number(a.slate === '') - Number(b.slate === '') || asCounted.compare(a.slate, b.slate),
  );

/** What is asked of a plate whose notes are printed. */
interface NotablePlate {
  name: string;
  record: { slate: string };
  /** Pixels. */
  width: number;
  height: number;
  shotNotes: readonly ShotNote[];
}

/** Plates of which something is noted, in the order of the film. */
export const notedPlates = (plates: readonly NotablePlate[]): NotedPlate[] =>
  inOrderOfFilm(
    plates
      .filter((p) => p.shotNotes.length > 0)
      .map(({ name, record, width, height, shotNotes }) => ({
        name,
        slate: record.slate,
        aspect: width / height,
        notes: [...shotNotes],
      })),
  );

/** What a plate is called in the order of the film. */
export const slateName = ({ slate, name }: { slate: string; name: string }) =>
  slate ? `${slate}, ${name}` : name;

/** What a finishing artist reads of a plate, a line a note; numbered where there are several, as on the sketch of it. */
export const plateNoteLines = ({ aspect, notes }: NotedPlate): string[] =>
  notes.map((note, i) => `${notes.length > 1 ? `${i + 1}. ` : ''}${noteLine(note, aspect)}`);

/** What a look card in plain text says of plates, in the order of the film. */
export const cardShots = (plates: readonly NotablePlate[]): string[] =>
  notedPlates(plates).flatMap((plate) => [slateName(plate), ...plateNoteLines(plate).map((l) => `  ${l}`)]);
