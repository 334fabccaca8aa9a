import { type CurveParams, curveFamily } from './curves/index.ts';
import { constantFields } from './document/constants.ts';
import type { Profile } from './profile.ts';

/**
 * A profile is typed from its maker's document, figure by figure. Until each one was, `unfinished` names the places that
 * still hold an example's number; they are shown empty, and nothing is computed with the profile.
 */

const coordinates = ['x', 'y'] as const;
const points = ['primaries.red', 'primaries.green', 'primaries.blue', 'white'];
const sensorWords = { 'sensor.clipStops': 'Clip', 'sensor.floorStops': 'Usable floor' };

const isOfCurve = (place: string) => place.startsWith('curve.');

/** Places of a curve family that must be typed. */
const curvePlaces = (family: string): string[] =>
  constantFields(family)
    .filter(({ kind, optional }) => kind !== 'choice' && !optional)
    .map(({ key }) => `curve.${key}`);

/** Every place of a profile of this family that must be typed. */
export const placesToType = (family: string): string[] => [
  ...curvePlaces(family),
  ...points.flatMap((place) => coordinates.map((c) => `${place}.${c}`)),
  ...Object.keys(sensorWords),
];

export const isFinished = ({ unfinished }: Profile): boolean => unfinished === undefined;

export const isToType = ({ unfinished }: Profile, place: string): boolean =>
  unfinished?.includes(place) ?? false;

function withPlaces({ unfinished: _, ...profile }: Profile, places: string[]): Profile {
  return places.length > 0 ? { ...profile, unfinished: places } : profile;
}

/** The profile with one place typed; with its last one it is finished. */
export const withTyped = (profile: Profile, place: string): Profile =>
  withPlaces(
    profile,
    (profile.unfinished ?? []).filter((p) => p !== place),
  );

/** The profile with a curve of another family, empty where the profile is not finished yet. */
export function withFamily(profile: Profile, family: string): Profile {
  const changed = { ...profile, curve: curveFamily(family).example as CurveParams };
  if (isFinished(profile)) return changed;
  return withPlaces(changed, [
    ...curvePlaces(family),
    ...profile.unfinished!.filter((place) => !isOfCurve(place)),
  ]);
}

/** What is still to be typed, in the words of the form. */
export function wordsToType({ curve, unfinished = [] }: Profile): string[] {
  const labels = new Map(constantFields(curve.family).map((f) => [`curve.${f.key}`, f.label]));
  return unfinished.map((place) => {
    const word = labels.get(place) ?? sensorWords[place as keyof typeof sensorWords];
    if (word) return word;
    const [name, coordinate] = place.split('.').slice(-2);
    return `${name} ${coordinate}`;
  });
}
