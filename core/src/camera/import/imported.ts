import { type Profile, profileSchema, profileSchemaVersion } from '../profile.ts';
import type { CurveParams } from '../curves/index.ts';
import { checkDocument } from '../../document.ts';
import { FormatError } from '../../formats/error.ts';
import { type Mat3, multiply, transform, type Vec3 } from '../../colour/matrix.ts';
import { type RgbSpace, rgbToXyz } from '../../colour/rgbSpace.ts';
import { bt709 } from '../../colour/spaces/index.ts';

/** A profile read from another format, and what had to be assumed. */
export interface ImportedProfile {
  profile: Profile;
  notes: string[];
}

export const idOf = (name: string) =>
  name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '') || 'profile';

/**
 * A profile around an imported curve; what the file does not say is set to something harmless and noted.
 * Throws a DocumentError where no profile has such numbers.
 */
export function profileAround(
  name: string,
  curve: CurveParams,
  parts: Partial<Pick<Profile, 'primaries' | 'white' | 'range' | 'citation' | 'sensor' | 'guess'>>,
  file: string,
): Profile {
  const document = {
    kind: 'velvet-dusk/profile',
    schemaVersion: profileSchemaVersion,
    id: idOf(name),
    name,
    curve,
    primaries: bt709.primaries,
    white: bt709.white,
    bitDepth: 10,
    range: 'full',
    sensor: { clipStops: 6, floorStops: -7 },
    ...parts,
  };
  return checkDocument(profileSchema, document, file);
}

export const primariesNote =
  'The file does not say its primaries: BT.709 stands in. Set them as the maker prints them.';

/** Primaries and white of a camera, from its matrix into a known space. */
export function primariesFrom(matrix: Mat3, target: RgbSpace): Pick<Profile, 'primaries' | 'white'> {
  const toXyz = multiply(rgbToXyz(target), matrix);
  const xy = (rgb: Vec3): [number, number] => {
    const [X, Y, Z] = transform(toXyz, rgb);
    return [X / (X + Y + Z), Y / (X + Y + Z)];
  };
  const [red, green, blue] = [xy([1, 0, 0]), xy([0, 1, 0]), xy([0, 0, 1])];
  return { primaries: { red, green, blue }, white: xy([1, 1, 1]) };
}

/** Points of a curve: light against code, both rising; flat ends, where a curve is clipped, are cut off. */
export function risingPoints(pairs: readonly (readonly [code: number, light: number])[]): [number, number][] {
  const out: [number, number][] = [];
  for (const [code, light] of pairs) {
    const last = out[out.length - 1];
    if (!last || (light > last[1] + 1e-9 && code > last[0])) out.push([code, light]);
  }
  return out;
}

/** Fewer rising points than this are no camera curve. */
const fewestPoints = 8;

/** `risingPoints`, of which there are enough. Throws a FormatError. */
export function checkedPoints(
  pairs: readonly (readonly [code: number, light: number])[],
  file: string,
): [number, number][] {
  const points = risingPoints(pairs);
  if (points.length < fewestPoints)
    throw new FormatError(
      file,
      'grey axis',
      `only ${points.length} of ${pairs.length} points rise: this is no camera curve`,
    );
  return points;
}
