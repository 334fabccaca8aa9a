import { create } from 'zustand';
import type { LookStep } from '@velvet-dusk/core/look/document';
import type { ZoneName } from '@velvet-dusk/core/look/steps/zoneCurve';
import type { BoxKind } from '@velvet-dusk/core/plate/marks';
import type { TextureId } from '@velvet-dusk/core/texture/index';
import type { OverlayKind } from '../gl/drawing.ts';
import type { AnalysedView } from '../workers/develop.ts';
import type { Sample } from '../workers/sample.ts';

export type View = AnalysedView;
/** Two pictures at once: on either side of an edge, side by side, or with the reference. */
export const compareModes = ['one', 'wipe', 'twoUp', 'inset', 'reference', 'placement'] as const;
export type Compare = (typeof compareModes)[number];
export const dockIds = ['tone', 'hue', 'curves', 'film', 'match', 'boxes', 'lut', 'texture', 'path'] as const;
export type DockId = (typeof dockIds)[number];
export type Zoom = 'fit' | 1 | 2;
export const surrounds = { black: 0, dim: 0.18, grey: 0.46 } as const;
export type Surround = keyof typeof surrounds;
export type ScopeKind = 'luma' | 'waveform' | 'parade' | 'vector' | 'stops';
export type LevelScale = '%' | '10b' | '8b';

/** A place whose values stay in sight, in shares of the picture. */
export interface Probe {
  x: number;
  y: number;
}
export const maxProbes = 6;

/** What a click on the picture is for, while a dock waits for one. */
export interface Pick {
  /** As the picture says it: "a colour for the hue belt". */
  what: string;
  take(sample: Sample): void;
}

/** A step alone, or the picture as far as that step. */
export interface ShownPart {
  stepId: string;
  how: 'alone' | 'asFar';
}

/** What the bench shows and how; not part of any document, not undone. */
interface ViewStore {
  /** The look on the bench; empty for the project's first. */
  lookId: string;
  plateId: string;
  view: View;
  compare: Compare;
  overlay: OverlayKind;
  /** The cast lens is held. */
  castLens: boolean;
  /** The part of the recipe that is shown; null for all of it. */
  part: ShownPart | null;
  dock: DockId;
  probes: readonly Probe[];
  pick: Pick | null;
  /** What a click on the picture marks. */
  marking: BoxKind | null;
  /** A step taken along to another look. */
  copied: LookStep | null;
  referenceId: string;
  /** Wipe edge as a share of the picture's width. */
  wipeAt: number;
  /** "Before" is held down. */
  before: boolean;
  zoom: Zoom;
  /** Centre of the picture shown at 1:1 and above, as shares of its size. */
  centre: readonly [number, number];
  surround: Surround;
  stepId: string;
  zone: ZoneName;
  /** The kind of texture in its dock, or the notes of the plate. */
  textureId: TextureId | 'notes';
  /** The note that is chosen. */
  noteId: string;
  /** The picture is seen without its texture. */
  textureHidden: boolean;
  /** The strip of one plate under every stock is shown. */
  audition: 'negative' | 'print' | null;
  scope: ScopeKind;
  /** The scope below the first; none for one at a time. */
  secondScope: ScopeKind | null;
  levelScale: LevelScale;
  readingId: string | null;
  exporting: boolean;
  help: boolean;
  jobsOpen: boolean;
  looksOpen: boolean;
  matchOpen: boolean;
  practiceOpen: boolean;
}

export const useView = create<ViewStore>(() => ({
  lookId: '',
  plateId: '',
  view: 'look',
  compare: 'one',
  overlay: 'none',
  castLens: false,
  part: null,
  dock: 'tone',
  probes: [],
  pick: null,
  marking: null,
  copied: null,
  referenceId: '',
  wipeAt: 0.5,
  before: false,
  zoom: 'fit',
  centre: [0.5, 0.5],
  surround: 'dim',
  stepId: 'zones',
  zone: 'midtones',
  textureId: 'grain',
  noteId: '',
  textureHidden: false,
  audition: null,
  scope: 'waveform',
  secondScope: null,
  levelScale: '%',
  readingId: null,
  exporting: false,
  help: false,
  jobsOpen: false,
  looksOpen: false,
  matchOpen: false,
  practiceOpen: false,
}));

export const setView = useView.setState;

/** Chooses a step; where the picture is shown as far as a step, it is now shown as far as this one. */
export const chooseStep = (stepId: string, dock: DockId) =>
  setView(({ part }) => ({ stepId, dock, part: part?.how === 'asFar' ? { ...part, stepId } : part }));

/** Shows a part of the recipe, or all of it again where that part is shown. */
export const togglePart = (part: ShownPart) =>
  setView(({ part: shown }) => ({
    part: shown?.stepId === part.stepId && shown.how === part.how ? null : part,
  }));

/** Back to how a project opens; what somebody set for their eyes and hands stays. */
export const resetView = () => {
  const { surround, scope, secondScope, levelScale } = useView.getState();
  setView({ ...useView.getInitialState(), surround, scope, secondScope, levelScale });
};
