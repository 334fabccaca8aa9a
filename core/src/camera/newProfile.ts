import { bt709 } from '../colour/spaces/index.ts';
import { curveFamily } from './curves/index.ts';
import { type Profile, profileSchema, profileSchemaVersion } from './profile.ts';

/** A profile to begin with: a common kind of curve and plain primaries, for its maker's figures to be typed over. */
export function newProfile({ id, name }: { id: string; name: string }): Profile {
  return profileSchema.parse({
    kind: 'velvet-dusk/profile',
    schemaVersion: profileSchemaVersion,
    id,
    name,
    camera: name,
    curve: curveFamily('logWithLinearToe').example,
    primaries: bt709.primaries,
    white: bt709.white,
    bitDepth: 10,
    range: 'full',
    sensor: { clipStops: 6, floorStops: -8 },
  });
}
