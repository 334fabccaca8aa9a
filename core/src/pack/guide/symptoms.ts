import { plural } from '../../numeric/plural.ts';
import { isForSet } from '../../order/roles/index.ts';
import type { Manifest, ManifestFile } from '../manifest.ts';
import { outputIds, outputs } from '../../render/outputs/index.ts';
import { fileVerdict } from '../proof.ts';
import type { PackSpec } from '../spec.ts';

/** What goes wrong with a pack in other hands, by what somebody sees; and what its files cannot do. All common practice. */

/** Something that is seen, what usually is behind it, and how to find out. */
export interface Symptom {
  sees: string;
  likely: string;
  check: string;
}

interface Entry extends Symptom {
  /** Is it worth telling of this pack? */
  applies(manifest: Manifest, spec: PackSpec): boolean;
}

const has = (is: (file: ManifestFile) => boolean) => (manifest: Manifest) => manifest.files.some(is);
const always = () => true;
const isMonitor = ({ role }: ManifestFile) => isForSet(role);
const isNarrow = ({ output }: ManifestFile) => /narrow/.test(output);

const entries: readonly Entry[] = [
  {
    sees: 'Flat, grey, little colour',
    likely: 'The footage is still in log: no conversion was made, or a creative file was put on log.',
    check: 'Take the LUT off. If the picture is as flat without it, add a conversion or use a combined file.',
    applies: always,
  },
  {
    sees: 'Twice as contrasty, blacks closed, colours garish',
    likely: 'It was converted twice: by this file, and by the project or the player.',
    check: 'Take the LUT off. If the picture is normal without it, use a creative file for the display.',
    applies: always,
  },
  {
    sees: 'Colours off in every shot of one camera, skin green or magenta',
    likely: 'The file is for another camera or another log curve.',
    check: 'Compare the camera in the file name with the clip’s own metadata.',
    applies: (_, { profiles }) => profiles.length > 1,
  },
  {
    sees: 'Too bright by a stop or more in post',
    likely: 'The footage was exposed over for a monitor file, and the partner is missing.',
    check: 'Put the monitor partner, or the trim of that offset, on the clips.',
    applies: has((f) => isMonitor(f) && f.offset < 0),
  },
  {
    sees: 'Too dark on set, the operator opens up too far',
    likely: 'The monitor file stands twice: in the camera and in the monitor.',
    check: 'Switch one of the two off. A grey card should then stand where the card of the pair says.',
    applies: has((f) => isMonitor(f) && f.offset < 0),
  },
  {
    sees: 'Blacks grey and whites dull, or blacks and whites cut off',
    likely: 'Full range was taken for narrow range, or narrow for full.',
    check: 'Read black on a waveform: 0 in full range, 64 of 1023 in narrow range.',
    applies: always,
  },
  {
    sees: 'Blacks or highlights gone, and no correction brings them back',
    likely: 'The corrections stand behind the LUT; its slot cuts at 0 and 1.',
    check: 'Move the corrections ahead of the LUT.',
    applies: always,
  },
  {
    sees: 'Lamps and neon turn yellow or white',
    likely: 'A channel is clipped in the recording, or the shot was brightened behind the LUT.',
    check: 'Look at the channels of the recorded picture. If none is clipped, correct ahead of the LUT.',
    applies: always,
  },
  {
    sees: 'Steps in skies and on walls',
    likely: 'The recording has 8 bits or strong compression, or the device keeps few nodes.',
    check: 'Try the file with more nodes. If the steps stay, they were recorded.',
    applies: always,
  },
  {
    sees: 'Another picture in another program',
    likely: 'The project expects another display curve, or interpolates between nodes in another way.',
    check:
      'Set the project to the output in the file name, and the interpolation to the one in manifest.json.',
    applies: always,
  },
];

/** The symptoms worth telling of a pack. */
export const symptomsOf = (manifest: Manifest, spec: PackSpec): Symptom[] =>
  entries
    .filter(({ applies }) => applies(manifest, spec))
    .map(({ sees, likely, check }) => ({ sees, likely, check }));

const cautions: readonly { says: string; applies(manifest: Manifest, spec: PackSpec): boolean }[] = [
  {
    says: 'Cameras and most monitors have no dial for strength: a file is all or nothing there. Only a creative file may be mixed; half of a combined file or of a conversion mixes log with picture.',
    applies: always,
  },
  {
    says: 'Grain, halation and the like are in no LUT. Grain added for delivery costs bits: compress a test first.',
    applies: always,
  },
  {
    says: 'Footage exposed over keeps its highlights only as far as the sensor does; compressed recordings lose colour near the clip first.',
    applies: has((f) => f.offset < 0),
  },
  {
    says: 'Files in narrow range are for devices that take it; in a program that works in full range they lift the blacks.',
    applies: has(isNarrow),
  },
  {
    says: 'Screens, browsers and operating systems shift colour. Judge on the display that the file name says.',
    applies: always,
  },
];

/** A display as a manifest describes it, with its output by name: people set a project to that, not to an ID of ours. */
function displayInWords(described: string): string {
  const [id, ...rest] = described.split(', ');
  const known = outputIds.find((o) => o === id);
  return [known ? outputs[known].label : id, ...rest].join(', ');
}

/** What a project is to be set to, by the displays that files end in; files that end in camera code are for all of them. */
function projectSettings({ files }: Manifest, { profiles }: PackSpec): string[] {
  const ends = files.filter((f) => !profiles.some((p) => p.id === f.to)).map((f) => f.output);
  const kinds = [...new Set(ends)];
  if (kinds.length === 0) return [];
  const counted = kinds.map(
    (kind) => `${displayInWords(kind)} (${plural(ends.filter((end) => end === kind).length, 'file')})`,
  );
  return [
    `Set the project, viewer or monitor to what the file ends in: ${counted.join('; ')}. Where it expects another curve, mid-tones shift; where other primaries, colours do.`,
  ];
}

/** Cameras whose profiles nobody vouches for. */
const guesses = ({ profiles }: PackSpec): string[] =>
  profiles.flatMap(({ name, guess }) =>
    guess
      ? [`The profile ${name} is a guess, ${guess}: test its files on footage before they are relied on.`]
      : [],
  );

/** What to keep in mind with a pack. */
export const cautionsOf = (manifest: Manifest, spec: PackSpec): string[] => [
  ...guesses(spec),
  ...projectSettings(manifest, spec),
  ...cautions.filter(({ applies }) => applies(manifest, spec)).map(({ says }) => says),
];

/** A file that fails the accuracy check or is borderline in it, with its ΔE2000 from the look. */
export interface InaccurateFile {
  path: string;
  verdict: 'fails' | 'borderline';
  mean: string;
  p99: string;
}

/** How many files fail the accuracy check, in a sentence, and which; null where all pass. */
export function accuracyOf({ files }: Manifest): { says: string; rows: InaccurateFile[] } | null {
  const of = (wanted: 'close' | 'fails', verdict: InaccurateFile['verdict']) =>
    files
      .flatMap(({ path, proof }) => (proof && fileVerdict(proof) === wanted ? [{ path, proof }] : []))
      .sort((a, b) => b.proof.p99 - a.proof.p99)
      .map(({ path, proof }) => ({
        path,
        verdict,
        mean: proof.mean.toFixed(2),
        p99: proof.p99.toFixed(1),
      }));
  const [fails, borderline] = [of('fails', 'fails'), of('close', 'borderline')];
  const counts = [
    ...(fails.length > 0 ? [`${fails.length} fail`] : []),
    ...(borderline.length > 0
      ? [`${borderline.length} borderline (some pictures may be over the tolerance)`]
      : []),
  ];
  if (counts.length === 0) return null;
  return {
    says: `Accuracy check of ${files.length} files: ${counts.join(', ')}.`,
    rows: [...fails, ...borderline],
  };
}
