import { create } from 'zustand';
import type { ZoneName } from '@velvet-dusk/core/look/steps/zoneCurve';

export type View = 'recorded' | 'normalised' | 'look';
export type Zoom = 'fit' | 1 | 2;
export const surrounds = { black: 0, dim: 0.18, grey: 0.46 } as const;
export type Surround = keyof typeof surrounds;
export type ScopeKind = 'waveform' | 'parade' | 'vector' | 'stops';
export type LevelScale = '%' | '10b' | '8b';

/** What the bench shows and how; not part of any document, not undone. */
interface ViewStore {
  /** The look on the bench; empty for the project's first. */
  lookId: string;
  plateId: string;
  view: View;
  wipe: boolean;
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
  scope: ScopeKind;
  levelScale: LevelScale;
  readingId: string | null;
  exporting: boolean;
  help: boolean;
}

export const useView = create<ViewStore>(() => ({
  lookId: '',
  plateId: '',
  view: 'look',
  wipe: false,
  wipeAt: 0.5,
  before: false,
  zoom: 'fit',
  centre: [0.5, 0.5],
  surround: 'dim',
  stepId: 'zones',
  zone: 'midtones',
  scope: 'waveform',
  levelScale: '%',
  readingId: null,
  exporting: false,
  help: false,
}));

export const setView = useView.setState;
