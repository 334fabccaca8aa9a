import type { Profile } from '@velvet-dusk/core/camera/profile';
import type { Shot } from '@velvet-dusk/core/look/shot';
import type { Finish } from '@velvet-dusk/core/recording/finishedCode';

/** A baked cube as the viewer gets it: size³ RGB, red fastest. Null shows the code as recorded. */
export type ViewCube = { size: number; data: Float32Array } | null;

/**
 * What is marked on the picture: exposure in stops, cut-off ends, a step's selection, what the display cannot show,
 * what texture alone adds.
 */
export type OverlayKind = 'none' | 'bands' | 'ends' | 'matte' | 'gamut' | 'texture';
export interface Overlay {
  kind: OverlayKind;
  /** What it is read from, over camera code; null where the picture itself tells. */
  cube: ViewCube;
}

/** Everything one picture is drawn from. */
export interface Drawing {
  /** Canvas size in device pixels. */
  width: number;
  height: number;
  plate: { url: string; profile: Profile; shot: Shot; trimmed: boolean };
  /** What the "after" picture shows beside its cube; null for nothing. */
  finish: Finish | null;
  /** The plate at the size it is drawn from; texels per device pixel. */
  pixels: { rgb: Float32Array; width: number; height: number };
  texelsPerPixel: number;
  /** Top left of the picture on the canvas, device pixels. */
  origin: readonly [number, number];
  after: ViewCube;
  before: ViewCube;
  /** Device x left of which "before" is shown; 0 for none. */
  split: number;
  overlay: Overlay;
  /** Shows the picture with its chroma tripled. */
  castLens: boolean;
  /** 0–1 grey around the picture. */
  surround: number;
}

/** Stands for the recording a drawing shows, at its size. */
export const pictureOf = ({ plate, pixels: { width, height } }: Drawing) => `${plate.url} ${width} ${height}`;

/** Draws pictures on a canvas. Two kinds, one truth: both take the same cube. */
export interface Renderer {
  readonly kind: 'webgl2' | 'worker';
  /** Gets a recording ready while its cube is still baked. */
  prepare?(recording: Pick<Drawing, 'plate' | 'pixels'>): void;
  /** @param shown called whenever a picture is there, also one without its finish before the one that was asked for. */
  draw(drawing: Drawing, shown?: () => void): void | Promise<void>;
  dispose(): void;
}
