import { useEffect } from 'react';
import type { StepType } from '@velvet-dusk/core/look/steps/index';
import { dockOf } from '../bench/dock/docks.ts';
import { filmSteps } from '@velvet-dusk/core/look/filmStock';
import { nextStock } from '../bench/dock/film/stocks.ts';
import { redo, undo, useDocument } from '../state/document.ts';
import { showFull } from '../bench/viewer/fullScreen.ts';
import type { OverlayKind } from '../gl/drawing.ts';
import {
  chooseStep,
  type Compare,
  setView,
  type ShownPart,
  togglePart,
  useView,
  type View,
} from '../state/view.ts';

/** What the keys of the bench do. One list for the handler and for the help. */
export const keyHelp: readonly [keys: string, does: string][] = [
  ['1 … 9', 'Show that plate'],
  ['R  N  L  M', 'Recorded, normalised, look, the camera’s screen'],
  ['B, held', 'See the picture before the look'],
  ['C, held', 'Chroma tripled: a cast shows itself'],
  ['W  T  I', 'Wipe, two-up, reference inset'],
  ['O', 'Next overlay'],
  ['S', 'The chosen step alone, and back'],
  ['A', 'The picture as far as the chosen step, and back'],
  ['[  ]', 'Choose the step before, the step after'],
  ['X', 'Texture hidden, and back'],
  ['F', 'Picture on the whole screen'],
  ['Esc', 'No reading marked on the picture, no pick'],
  ['Z', 'Fit, or one pixel to one'],
  [',  .', 'Film dock: the stock before, the stock after'],
  ['Ctrl Z', 'Undo'],
  ['Ctrl Shift Z', 'Redo'],
  ['E', 'Export a cube'],
  ['↑ ↓ on a number', 'Step; with Shift coarse, with Alt fine'],
  ['Esc on a number', 'Give up what is typed; again: leave it for the keys above'],
  ['Arrows on a zone', 'Density up and down, centre along the rail'],
  ['Arrows on a pad', 'Tint'],
  ['Arrows, Enter on a board', 'Walk it, open a cell'],
  ['Double-click a label', 'Back to rest'],
  ['?', 'This list'],
];

const views: Record<string, View> = { r: 'recorded', n: 'normalised', l: 'look', m: 'monitor' };
const compares: Record<string, Compare> = { w: 'wipe', t: 'twoUp', i: 'inset' };
const parts: Record<string, ShownPart['how']> = { s: 'alone', a: 'asFar' };
const stepKeys: Record<string, 1 | -1> = { '[': -1, ']': 1 };
const stockKeys: Record<string, 1 | -1> = { ',': -1, '.': 1 };
const overlays: readonly OverlayKind[] = ['none', 'bands', 'ends', 'matte', 'gamut', 'texture'];

/** Loads the next negative, or print where prints are auditioned. */
function auditionNext(by: 1 | -1): void {
  const kind = useView.getState().audition ?? 'negative';
  nextStock(kind, filmSteps(useDocument.getState().look)[kind], by);
}

/** Chooses the step before or after the chosen one; from none, the first. */
function walkSteps(by: 1 | -1): void {
  const { steps } = useDocument.getState().look;
  const at = steps.findIndex((s) => s.id === useView.getState().stepId);
  const next = steps[at < 0 ? 0 : at + by];
  if (next) chooseStep(next.id, dockOf[next.type as StepType]);
}

/** Is the key meant for the field it went to? Whoever types a number or a name works no other control by it. */
const isTyping = ({ target }: KeyboardEvent): boolean =>
  target instanceof HTMLElement && target.closest('input, textarea, [role=menu], [contenteditable]') !== null;

const otherWindowOpen = () => {
  const { exporting, help, practiceOpen, jobsOpen, looksOpen, matchOpen } = useView.getState();
  return exporting || help || practiceOpen || jobsOpen || looksOpen || matchOpen;
};

function onPlainKey(key: string, plateIds: string[]): boolean {
  const state = useView.getState();
  if (views[key]) setView({ view: views[key] });
  else if (key === 'b') setView({ before: true });
  else if (key === 'c') setView({ castLens: true });
  else if (compares[key]) setView({ compare: state.compare === compares[key] ? 'one' : compares[key] });
  else if (key === 'o')
    setView({ overlay: overlays[(overlays.indexOf(state.overlay) + 1) % overlays.length] });
  else if (parts[key]) togglePart({ stepId: state.stepId, how: parts[key] });
  else if (stepKeys[key]) walkSteps(stepKeys[key]);
  else if (key === 'x') setView({ textureHidden: !state.textureHidden });
  else if (key === 'f') showFull();
  else if (key === 'Escape' && state.pick) setView({ pick: null });
  else if (key === 'Escape' && state.marking) setView({ marking: null });
  else if (key === 'Escape' && state.readingId) setView({ readingId: null });
  else if (key === 'z') setView({ zoom: state.zoom === 'fit' ? 1 : 'fit' });
  else if (key === 'e') setView({ exporting: true });
  else if (stockKeys[key] && state.dock === 'film') auditionNext(stockKeys[key]);
  else if (/^[1-9]$/.test(key) && plateIds[Number(key) - 1]) setView({ plateId: plateIds[Number(key) - 1] });
  else return false;
  return true;
}

/** `?` opens the list of keys at every station. */
export function useHelpKey(): void {
  useEffect(() => {
    const down = (e: KeyboardEvent) => {
      if (e.key !== '?' || isTyping(e) || otherWindowOpen()) return;
      e.preventDefault();
      setView({ help: true });
    };
    window.addEventListener('keydown', down);
    return () => window.removeEventListener('keydown', down);
  }, []);
}

/** Undo and redo by keys, for a screen that has a history of its own. */
export function useUndoKeys(undoIt: () => void, redoIt: () => void): void {
  useEffect(() => {
    const down = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z' || otherWindowOpen()) return;
      e.preventDefault();
      if (e.shiftKey) redoIt();
      else undoIt();
    };
    window.addEventListener('keydown', down);
    return () => window.removeEventListener('keydown', down);
  }, [undoIt, redoIt]);
}

export function useBenchKeys(plateIds: string[]): void {
  useEffect(() => {
    const down = (e: KeyboardEvent) => {
      if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'z' && !otherWindowOpen()) {
        e.preventDefault();
        if (e.shiftKey) redo();
        else undo();
      } else if (!e.ctrlKey && !e.metaKey && !e.altKey && !isTyping(e) && !otherWindowOpen()) {
        if (onPlainKey(e.key.length === 1 ? e.key.toLowerCase() : e.key, plateIds)) e.preventDefault();
      }
    };
    const release = () => setView({ before: false, castLens: false });
    const up = (e: KeyboardEvent) => ['b', 'c'].includes(e.key.toLowerCase()) && release();
    window.addEventListener('keydown', down);
    window.addEventListener('keyup', up);
    window.addEventListener('blur', release);
    return () => {
      window.removeEventListener('keydown', down);
      window.removeEventListener('keyup', up);
      window.removeEventListener('blur', release);
    };
  }, [plateIds]);
}
