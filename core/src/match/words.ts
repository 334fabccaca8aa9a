import { wrapHue } from '../colour/hue.ts';
import type { PatchDifference } from './patches.ts';
import { hueBands, matchZones, type PictureStatistics } from './statistics.ts';

/** Names of hues by Oklab hue, degrees at which each begins (common practice). */
const hueNames: readonly [from: number, name: string][] = [
  [0, 'rose'],
  [20, 'red'],
  [48, 'orange'],
  [80, 'yellow'],
  [122, 'green'],
  [170, 'teal'],
  [208, 'cyan'],
  [235, 'blue'],
  [285, 'violet'],
  [318, 'magenta'],
  [345, 'rose'],
];
const nameOf = (hue: number) => hueNames.findLast(([from]) => hue >= from)![1];

/** Degrees to the side at which the name of a hue is looked for, where a turn stays within one. */
const side = 30;
/** The hue that a turn leads toward. @param hue Oklab hue it ends at. @param turn degrees, its sign the way. */
function hueBeside(hue: number, turn: number): string {
  const [from, to] = [nameOf(wrapHue(hue - turn)), nameOf(wrapHue(hue))];
  return from === to ? nameOf(wrapHue(hue + Math.sign(turn) * side)) : to;
}

/** Differences smaller than these go without saying. */
const worthSaying = { luminance: 1.5, tint: 0.8, saturation: 1.2, share: 0.02, stands: 1.5 };

/** Shares of a picture's chroma by the name of the hue. */
export function namedHues({ hues }: PictureStatistics): Map<string, number> {
  const named = new Map<string, number>();
  hues.forEach((share, i) => {
    const name = nameOf(((i + 0.5) * 360) / hueBands);
    named.set(name, (named.get(name) ?? 0) + share);
  });
  return named;
}

/** How a reference differs from a plate, in plain words, a zone a sentence; then the hues that stand out. */
export function differenceInWords(plate: PictureStatistics, reference: PictureStatistics): string[] {
  const words: string[] = [];
  matchZones.forEach(({ label }, i) => {
    const [p, r] = [plate.zones[i], reference.zones[i]];
    if (p.share < worthSaying.share || r.share < worthSaying.share) return;
    const said: string[] = [];
    const lighter = r.luminance - p.luminance;
    if (Math.abs(lighter) > worthSaying.luminance)
      said.push(`${Math.abs(lighter).toFixed(0)} % ${lighter > 0 ? 'lighter' : 'darker'}`);
    const [warm, green] = [r.warm - p.warm, r.green - p.green];
    if (Math.abs(warm) > worthSaying.tint) said.push(warm > 0 ? 'warmer' : 'bluer');
    if (Math.abs(green) > worthSaying.tint) said.push(green > 0 ? 'greener' : 'more magenta');
    const fuller = r.saturation / Math.max(p.saturation, 0.1);
    if (fuller > worthSaying.saturation) said.push('more colourful');
    else if (fuller < 1 / worthSaying.saturation) said.push('paler');
    if (said.length > 0) words.push(`${label} ${said.join(', ')}.`);
  });
  const [mine, theirs] = [namedHues(plate), namedHues(reference)];
  for (const [name, share] of theirs) {
    const times = share / Math.max(mine.get(name) ?? 0, 0.005);
    if (share > 0.05 && times > worthSaying.stands)
      words.push(`${name[0].toUpperCase()}${name.slice(1)} stands out at ${times.toFixed(1)}×.`);
  }
  return words;
}

/** Differences of a pair in CIE L*, C*ab and degrees of hue, and ΔE2000, that go without saying (from memory). */
const pairWorth = { lightness: 1.5, chroma: 2, hue: 3, deltaE: 1 };

/** How the aim of a pair differs from the plate's, in a sentence. */
export function pairInWords({ name, deltaE, lightness, chroma, hue, aimHue }: PatchDifference): string {
  const said = [
    ...(Math.abs(lightness) > pairWorth.lightness
      ? [`${Math.abs(lightness).toFixed(0)} L* ${lightness > 0 ? 'lighter' : 'darker'}`]
      : []),
    ...(Math.abs(chroma) > pairWorth.chroma ? [chroma > 0 ? 'more colourful' : 'paler'] : []),
    ...(Math.abs(hue) > pairWorth.hue
      ? [`${Math.abs(hue).toFixed(0)}° toward ${hueBeside(aimHue, hue)}`]
      : []),
  ];
  if (deltaE < pairWorth.deltaE || said.length === 0) return `${name}: alike, ΔE ${deltaE.toFixed(1)}.`;
  return `${name}: ${said.join(', ')}.`;
}

/** What no grade can bring: colours the plate does not have, and light that fell otherwise. */
export function beyondGrading(solved: PictureStatistics, reference: PictureStatistics): string[] {
  const words: string[] = [];
  const [mine, theirs] = [namedHues(solved), namedHues(reference)];
  for (const [name, share] of theirs)
    if (share > 0.08 && (mine.get(name) ?? 0) < share / 4)
      words.push(
        `${(share * 100).toFixed(0)} % of the reference’s colour is ${name}, which this plate hardly has: costume, set or light.`,
      );
  matchZones.forEach(({ label }, i) => {
    const more = reference.zones[i].share - solved.zones[i].share;
    if (Math.abs(more) > 0.15)
      words.push(
        `${label} fill ${(reference.zones[i].share * 100).toFixed(0)} % of the reference and ` +
          `${(solved.zones[i].share * 100).toFixed(0)} % of this plate: where light falls is not a matter of grading.`,
      );
  });
  return words;
}
