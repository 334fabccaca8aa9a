import type { Pack } from '@velvet-dusk/core/pack/document';
import type { Planned } from './usePlan.ts';

/** A stand-in for what loads the files. */
export function DevicePanel(_: { pack: Pack; planned: Planned }) {
  return null;
}
