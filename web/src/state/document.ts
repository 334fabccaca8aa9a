import { temporal } from 'zundo';
import { create } from 'zustand';
import type { Project } from '@velvet-dusk/core/api/contract';
import { type Look, newLook } from '@velvet-dusk/core/look/document';
import { neutralShot, type Shot } from '@velvet-dusk/core/look/shot';

/** What is edited on the bench and can be undone: the look, and the shot lane of every plate. */
export interface BenchDocument {
  look: Look;
  shots: Record<string, Shot>;
}

interface DocumentStore extends BenchDocument {
  /** Empty until a project is open. */
  lookId: string;
  replace(lookId: string, document: BenchDocument): void;
}

const historyLimit = 400;

export const useDocument = create<DocumentStore>()(
  temporal(
    (set) => ({
      lookId: '',
      look: newLook('New look'),
      shots: {},
      replace: (lookId, document) => set({ lookId, ...document }),
    }),
    {
      partialize: ({ look, shots }): BenchDocument => ({ look, shots }),
      equality: (a, b) => a.look === b.look && a.shots === b.shots,
      limit: historyLimit,
    },
  ),
);

export const history = () => useDocument.temporal.getState();
export const documentOf = ({ look, shots }: BenchDocument): BenchDocument => ({ look, shots });

/** The document a project holds for one of its looks. */
export const fromProject = (project: Project, look: Look): BenchDocument => ({
  look,
  shots: Object.fromEntries(project.plates.map((p) => [p.id, p.shot])),
});

let inGesture = false;

/** One drag is one undo step: between begin and end only the first change is remembered. */
export function beginGesture(): void {
  inGesture = true;
}
export function endGesture(): void {
  inGesture = false;
  history().resume();
}

function edit(change: (document: BenchDocument) => Partial<BenchDocument>): void {
  useDocument.setState((s) => change(s));
  if (inGesture) history().pause();
}

export const editLook = (change: (look: Look) => Look) => edit(({ look }) => ({ look: change(look) }));

export const editShot = (plateId: string, change: Partial<Shot>) =>
  edit(({ shots }) => ({
    shots: { ...shots, [plateId]: { ...(shots[plateId] ?? neutralShot), ...change } },
  }));

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

export function undo(): void {
  endGesture();
  history().undo();
}
export function redo(): void {
  endGesture();
  history().redo();
}
