import { type NoteKind, newNoteId, type ShotNote, shotNoteSchema } from '@velvet-dusk/core/notes/note';
import { mostCorners, type Place, type WindowShape } from '@velvet-dusk/core/notes/shape';
import { editPlates } from '../../state/document.ts';
import { setView } from '../../state/view.ts';

/** Where a new shape lies: in the middle, to be pulled into place. */
export const firstShapes: Record<WindowShape['form'], WindowShape> = {
  ellipse: { form: 'ellipse', centre: [0.5, 0.5], radii: [0.25, 0.25], turn: 0 },
  polygon: {
    form: 'polygon',
    corners: [
      [0.35, 0.3],
      [0.65, 0.3],
      [0.65, 0.7],
      [0.35, 0.7],
    ],
  },
};

/** Adds a note to a plate and chooses it. */
export function addNote(plateId: string, kind: NoteKind, shape: WindowShape | null): void {
  editPlates([plateId], ({ shotNotes }) => {
    const note = shotNoteSchema.parse({ id: newNoteId(shotNotes), kind, shape });
    setView({ noteId: note.id });
    return { shotNotes: [...shotNotes, note] };
  });
}

export const editNote = (plateId: string, id: string, change: Partial<ShotNote>): void =>
  editPlates([plateId], ({ shotNotes }) => ({
    shotNotes: shotNotes.map((n) => (n.id === id ? { ...n, ...change } : n)),
  }));

export const removeNote = (plateId: string, id: string): void =>
  editPlates([plateId], ({ shotNotes }) => ({ shotNotes: shotNotes.filter((n) => n.id !== id) }));

type Corners = Extract<WindowShape, { form: 'polygon' }>['corners'];

/** Corners with one more, on the edge that lies nearest to a place; as they were where there is no room for more. */
export function withCornerAt(corners: Corners, [x, y]: Place, aspect: number): Corners {
  if (corners.length >= mostCorners) return corners;
  const away = corners.map((a, i) => {
    const b = corners[(i + 1) % corners.length];
    const [ex, ey] = [(b[0] - a[0]) * aspect, b[1] - a[1]];
    const [px, py] = [(x - a[0]) * aspect, y - a[1]];
    const t = Math.min(Math.max((px * ex + py * ey) / (ex * ex + ey * ey || 1), 0), 1);
    return Math.hypot(px - t * ex, py - t * ey);
  });
  const edge = away.indexOf(Math.min(...away));
  return [...corners.slice(0, edge + 1), [x, y], ...corners.slice(edge + 1)];
}

/** Corners without one; a polygon keeps three. */
export const withoutCorner = (corners: Corners, at: number): Corners =>
  corners.length > 3 ? corners.filter((_, i) => i !== at) : corners;
