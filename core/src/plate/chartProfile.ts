import { makeCodec } from '../camera/codec.ts';
import { primariesFrom } from '../camera/import/imported.ts';
import { type Profile, profileSchema } from '../camera/profile.ts';
import { type Mat3, multiply } from '../colour/matrix.ts';
import { working } from '../colour/spaces/index.ts';

/** Mean ΔE2000 of a chart that new primaries have to be worth. */
const worth = 0.3;

/** Do a chart's own primaries bring it nearer to its references than the profile's? */
export const helpsChart = ({ before, after }: { before: number; after: number }) => before - after >= worth;

/**
 * A profile with the primaries that a chart was solved to: the same curve, and light that is turned as the chart asks.
 * @param matrix of the solution, working RGB → working RGB. @param source named in its citation.
 * Throws a RangeError where the primaries lie outside all colours, as of a chart with wrong references.
 */
export function chartProfile(profile: Profile, matrix: Mat3, source: string): Profile {
  const space = primariesFrom(multiply(matrix, makeCodec(profile).toWorking), working);
  const made = profileSchema.safeParse({
    ...profile,
    ...space,
    name: `${profile.name}, by chart`,
    checkTable: [],
    citation: `Curve: ${profile.citation || profile.name}. Primaries: solved on a chart, ${source}.`,
  });
  if (!made.success)
    throw new RangeError(
      'The chart asks for primaries outside all colours: check its references and its marks.',
    );
  return made.data;
}
