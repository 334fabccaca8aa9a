import type { RgbSpace } from '../../colour/rgbSpace.ts';
import type { Curve } from '../../colour/transfer/cameraLog.ts';

/** A display: its primaries and the curve from display-linear (1 is white) to signal. */
export interface OutputDefinition {
  readonly id: string;
  readonly label: string;
  readonly space: RgbSpace;
  readonly curve: Curve;
  readonly citation: string;
}
