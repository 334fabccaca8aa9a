import { temporal } from 'zundo';
import { create } from 'zustand';

/** Steps of undo that are kept. */
const historyLimit = 400;

/**
 * A store of documents as they are edited. What stands under `parts` is undone and redone together; the rest is not. Parts are
 * never changed in place.
 */
export function undoable<S extends object, K extends keyof S>(initial: S, parts: readonly K[]) {
  const partsOf = (state: Pick<S, K>): Pick<S, K> =>
    Object.fromEntries(parts.map((k) => [k, state[k]])) as Pick<S, K>;
  const isSame = (a: Pick<S, K>, b: Pick<S, K>) => parts.every((k) => a[k] === b[k]);
  const use = create<S>()(
    temporal(() => initial, { partialize: partsOf, equality: isSame, limit: historyLimit }),
  );
  const history = () => use.temporal.getState();
  let inGesture = false;
  const endGesture = () => {
    inGesture = false;
    history().resume();
  };
  return {
    use,
    history,
    partsOf,
    isSame,
    /** Changes it in one step of undo. */
    edit(change: (parts: Pick<S, K>) => Partial<Pick<S, K>>): void {
      const before = partsOf(use.getState());
      use.setState((s) => change(s) as Partial<S>);
      if (inGesture && !isSame(before, partsOf(use.getState()))) history().pause();
    },
    /** Changes it without a step of undo. */
    quietly(change: () => void): void {
      history().pause();
      change();
      history().resume();
    },
    /** One drag is one step of undo: between begin and end only the first change is remembered. */
    beginGesture(): void {
      inGesture = true;
    },
    endGesture,
    undo(): void {
      endGesture();
      history().undo();
    },
    redo(): void {
      endGesture();
      history().redo();
    },
  };
}
