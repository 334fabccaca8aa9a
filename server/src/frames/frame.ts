import type { RgbSpace } from '@velvet-dusk/core/colour/rgbSpace';
import type { ShotRecord } from '@velvet-dusk/core/recording/shotRecord';

/** A picture as read from a file, before it becomes a plate. */
export interface DecodedFrame {
  width: number;
  height: number;
  /** Interleaved RGB: code values 0–1, or light where `scene` is set. */
  rgb: Float32Array;
  /** Bits a channel has in the file. */
  depth: number;
  format: string;
  /** The space of scene-linear light; without it the picture is code. */
  scene?: Pick<RgbSpace, 'primaries' | 'white'>;
  /** What was left out or assumed, for the person who brought the file. */
  notes: string[];
  /** What the file says of how it was shot. */
  record?: Partial<ShotRecord>;
}
