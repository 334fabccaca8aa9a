import { plural } from '../../numeric/plural.ts';
import { isForSet, type RoleId, roles } from '../../order/roles/index.ts';
import { lookEnduranceLines } from '../../trial/words.ts';
import type { Manifest, ManifestFile } from '../manifest.ts';
import { meterCard } from '../../camera/exposureCard.ts';
import type { PairResidual } from '../pair.ts';
import type { PackSpec } from '../spec.ts';

/** What a guide says, whatever it is set in. */

/** How far a look holds, as it was tried: "Holds from −1.3 to +1.7 stops; skin goes green first." None where it was not. */
export const triedLines = ({ trials }: Pick<PackSpec, 'trials'>, lookId: string): string[] =>
  trials
    .filter((t) => t.lookId === lookId)
    .flatMap(({ endurance, practice }) => lookEnduranceLines(endurance, practice))
    .map(({ text }) => `${text[0].toUpperCase()}${text.slice(1)}.`);

export const stopsWords = (offset: number): string =>
  `${plural(Math.abs(offset), 'stop')} ${offset < 0 ? 'over' : 'under'}`;

/** Roles in words that everybody needs. */
export const rolesInShort =
  'Combined files do all in one. A conversion normalises log for the display; a creative file adds the look to what is normalised already. Corrections ahead of a LUT work on all that the camera recorded; behind it, only on what is left.';

/** Is a file for watching footage that is exposed over? */
const isForOver = ({ role, offset }: ManifestFile) => isForSet(role) && offset < 0;

/** How monitor files and their partners belong together, a paragraph for each offset. */
export function pairParagraphs({ files }: Manifest): string[] {
  const offsets = [...new Set(files.filter(isForOver).map((f) => f.offset))];
  return offsets.map((o) => {
    const stops = plural(Math.abs(o), 'stop');
    return `A monitor file for footage ${stopsWords(o)} shows the picture that much darker, so that the operator opens up. In post the monitor partner takes it back in one file; without it the pictures are ${stops} too bright. What the sensor clips is gone: look at the camera’s own meter, not at the picture.`;
  });
}

/** What was measured of a pair on the project's plates. */
export interface MeasuredPair extends PairResidual {
  lookName: string;
}

/** A camera's card for footage that is exposed over. */
export interface PairBlock {
  title: string;
  /** Label and level on the camera's own meter. */
  rows: [label: string, level: string][];
  lines: string[];
}

const percent = (share: number) => `${(share * 100).toFixed(share < 0.01 ? 2 : 1)} %`;

/** A card for every camera and offset that monitor files are made for. @param measured by camera and stops over. */
export function pairBlocks(
  { files }: Manifest,
  { profiles }: PackSpec,
  measured: ReadonlyMap<string, readonly MeasuredPair[]>,
): PairBlock[] {
  const wanted = new Map(
    files.filter(isForOver).map((f) => [`${f.from}|${-f.offset}`, { camera: f.from, over: -f.offset }]),
  );
  return [...wanted].flatMap(([key, { camera, over }]): PairBlock[] => {
    const profile = profiles.find((p) => p.id === camera);
    if (!profile) return [];
    const card = meterCard(profile, over);
    const pairs = measured.get(key) ?? [];
    const worst = pairs.reduce<MeasuredPair | null>((a, b) => (a && a.mean >= b.mean ? a : b), null);
    return [
      {
        title: `${profile.name}, ${stopsWords(-over)}${card.sensitivity ? `, EI ${card.sensitivity}` : ''}`,
        rows: card.rows.map((r) => [r.label, `${r.percent.toFixed(0)} %`]),
        lines: [
          `On the camera’s own meter, not on the picture. The sensor clips ${card.above.toFixed(1)} stops over mid-grey.`,
          ...card.warnings,
          ...(worst
            ? [
                `Taken back in post, the plates of the project differ from footage as metered by ΔE ${worst.mean.toFixed(2)} in the mean and ${worst.max.toFixed(1)} at most; ${percent(worst.lost)} of their pixels clip that would not have.`,
              ]
            : []),
        ],
      },
    ];
  });
}

export interface GuideRow {
  path: string;
  name: string;
  look: string;
  /** The cameras it takes or gives, by name. */
  camera: string;
  role: string;
  purpose: string;
}

function rowOf(file: ManifestFile, profiles: PackSpec['profiles']): GuideRow {
  const role = roles[file.role as RoleId];
  const strength = file.look && file.look.strength < 1 ? `, ${Math.round(file.look.strength * 100)} %` : '';
  const version = file.look && file.look.version !== null ? ` v${file.look.version}` : '';
  const cameras = [file.from, file.to].flatMap((id) => profiles.find((p) => p.id === id)?.name ?? []);
  const exposed = file.offset === 0 ? '' : ` For footage exposed ${stopsWords(file.offset)}.`;
  return {
    path: file.path,
    name: file.path.split('/').at(-1)!,
    look: file.look ? `${file.look.name}${version}${strength}` : 'no look',
    camera: cameras.length > 0 ? cameras.join(' to ') : 'any camera',
    role: `${role.label}, ${file.grid} points`,
    purpose: `${role.purpose} Stands ${role.stands}.${exposed}`,
  };
}

/** Files by the place they go to. */
export const guideGroups = ({ files }: Manifest, { pack, profiles }: PackSpec) =>
  pack.destinations
    .map(({ id, label, about }) => ({
      label,
      about,
      rows: files.filter((f) => f.destination === id).map((f) => rowOf(f, profiles)),
    }))
    .filter(({ rows }) => rows.length > 0);

export const headLine = ({ project, release }: PackSpec, { files }: Manifest): string =>
  [project, release ? `Release ${release.number}, ${release.date}` : 'Not a release', `${files.length} files`]
    .filter((t) => t !== '')
    .join(' · ');

export const usedLooks = ({ files }: Manifest): [id: string, name: string][] =>
  [...new Map(files.flatMap((f) => (f.look ? [[f.look.id, f.look.name] as const] : [])))] as [
    string,
    string,
  ][];
