import type { RgbSpace } from '../../colour/rgbSpace.ts';
import type { Curve } from '../../colour/transfer/cameraLog.ts';
import type { Pass } from '../../numeric/passes.ts';

/** What a display reaches, cd/m². */
export interface DisplayLevels {
  peak: number;
  black: number;
}

/** What happens to a display's light across channels, between its curve and its panel; RGB 0–1 in place. */
export interface DisplaySystem {
  /** What the curve encodes → light, 1 at the peak. */
  toLight: Pass;
  fromLight: Pass;
}

/** Where a picture's reference white and its 18 % grey lie on a display, cd/m². */
export interface ReferenceLight {
  white: number;
  grey: number;
}

/** A display: its primaries, and the curve from its light (1 at its peak) to signal. */
export interface OutputDefinition {
  readonly id: string;
  readonly label: string;
  /** In file names; letters, digits and dashes. */
  readonly token: (levels: DisplayLevels) => string;
  readonly space: RgbSpace;
  readonly citation: string;
  /** cd/m² at full signal: the usual, and what may be asked for. */
  readonly peak: { readonly usual: number; readonly min: number; readonly max: number };
  /** Does a black above 0 change the curve? */
  readonly usesBlack: boolean;
  curve(levels: DisplayLevels): Curve;
  system?(levels: DisplayLevels): DisplaySystem;
  /** Of a display that shows light above reference white: where that lies on it. */
  reference?(levels: DisplayLevels): ReferenceLight;
}
