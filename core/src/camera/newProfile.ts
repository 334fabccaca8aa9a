import { bt709 } from '../colour/spaces/index.ts';
import { curveFamily } from './curves/index.ts';
import { placesToType } from './unfinished.ts';
import { type Profile, profileSchema, profileSchemaVersion } from './profile.ts';

/** A profile to begin with: a common kind of curve, with every figure still to be typed from its maker's document. */
export function newProfile({ id, name }: { id: string; name: string }): Profile {
  const curve = curveFamily('logWithLinearToe').example;
  return profileSchema.parse({
    kind: 'velvet-dusk/profile',
    schemaVersion: profileSchemaVersion,
    id,
    name,
    camera: name,
    curve,
    primaries: bt709.primaries,
    white: bt709.white,
    bitDepth: 10,
    range: 'full',
    sensor: { clipStops: 6, floorStops: -8 },
    unfinished: placesToType('logWithLinearToe'),
  });
}
