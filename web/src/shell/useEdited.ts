import { useMemo, useState } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import type { OpenProject } from '../api/project.ts';
import { type PlateEdits, useDocument } from '../state/document.ts';

/** What a save alone changes of a plate: nobody has to work anything out again for it. */
const isSaveOnly = (key: string) => key === 'revision';

const sameButSaves = (a: Plate, b: Plate) =>
  (Object.keys(b) as (keyof Plate)[]).every((key) => isSaveOnly(key) || a[key] === b[key]);

/** Plates as they are edited: the same objects for as long as nothing but a save has changed them. */
class EditedPlates {
  private last: Plate[] = [];

  of(plates: readonly Plate[], edits: Record<string, PlateEdits>): Plate[] {
    const known = new Map(this.last.map((p) => [p.id, p]));
    const now = plates.map((plate) => {
      const next = { ...plate, ...edits[plate.id] };
      const before = known.get(plate.id);
      if (!before) return next;
      // Facts come anew with every answer, and never change.
      const held = { ...next, facts: before.facts && next.facts ? before.facts : next.facts };
      return sameButSaves(before, held) ? before : held;
    });
    const isSame = now.length === this.last.length && now.every((p, i) => p === this.last[i]);
    if (!isSame) this.last = now;
    return this.last;
  }
}

/** The project with its plates as they are edited now. */
export function useEdited(project: OpenProject): OpenProject {
  const edits = useDocument((s) => s.plates);
  const [plates] = useState(() => new EditedPlates());
  return useMemo(() => ({ ...project, plates: plates.of(project.plates, edits) }), [project, edits, plates]);
}
