import { ap1 } from '../colour/spaces/index.ts';
import { acescctParams } from '../colour/transfer/acescct.ts';
import { type Profile, profileSchema, profileSchemaVersion } from './profile.ts';

/** The profile scene-linear frames are kept in: wide enough for any light, and a published standard. */
export const lightProfileId = 'acescct';

/** That profile, for a project that has none of its ID. Academy S-2016-001; AP1 from S-2014-004. */
export const lightProfile = (): Profile =>
  profileSchema.parse({
    kind: 'velvet-dusk/profile',
    schemaVersion: profileSchemaVersion,
    id: lightProfileId,
    name: 'ACEScct',
    curve: { family: 'logWithLinearToe', ...acescctParams },
    primaries: ap1.primaries,
    white: ap1.white,
    bitDepth: 16,
    range: 'full',
    sensor: { clipStops: 8, floorStops: -8 },
    notes:
      'Working encoding of graded material in AP1. No sensor: clip and floor are set eight stops either way.',
    citation: 'Academy S-2016-001; AP1 from S-2014-004',
  });
