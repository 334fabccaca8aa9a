import { hueDistance, angleOf } from '../colour/hue.ts';
import { labAt } from './report/view.ts';
import type { FullReport } from './report/report.ts';

/** Differences smaller than these are none that anybody would name. */
const least = { contrast: 0.05, level: 1.5, saturation: 0.05, skin: 2, black: 0.5, tint: 1.5 } as const;

/** Mean hue of skin well lit after a LUT, degrees on a*, b*. */
function skinHue({ colours }: FullReport): number {
  let [a, b] = [0, 0];
  for (const { stops, after } of colours.skin) {
    if (stops !== 0) continue;
    const lab = labAt(after, 0);
    a += lab[1];
    b += lab[2];
  }
  return angleOf(a, b);
}

const tintWords = ([a, b]: readonly [number, number]): string =>
  Math.abs(b) >= Math.abs(a) ? (b > 0 ? 'warmer' : 'cooler') : a > 0 ? 'more magenta' : 'greener';

const joined = (words: readonly string[]) =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;

/** What a second LUT is, seen from a first: "B is A with less contrast and 12° warmer skin". */
export function differenceWords(nameA: string, a: FullReport, nameB: string, b: FullReport): string {
  const with_: string[] = [];
  const contrast = b.greys.contrast / Math.max(a.greys.contrast, 1e-6);
  if (Math.abs(contrast - 1) > least.contrast)
    with_.push(`${contrast > 1 ? 'more' : 'less'} contrast (× ${contrast.toFixed(2)})`);
  const level = b.greys.midGrey - a.greys.midGrey;
  if (Math.abs(level) > least.level)
    with_.push(`mid-grey ${Math.abs(level).toFixed(1)} % ${level > 0 ? 'lighter' : 'darker'}`);
  const black = b.greys.black - a.greys.black;
  if (Math.abs(black) > least.black)
    with_.push(`black ${Math.abs(black).toFixed(1)} % ${black > 0 ? 'higher' : 'lower'}`);
  const saturation = b.colours.saturation / Math.max(a.colours.saturation, 1e-6);
  if (Math.abs(saturation - 1) > least.saturation)
    with_.push(`${saturation > 1 ? 'more' : 'less'} saturation (× ${saturation.toFixed(2)})`);
  const skin = hueDistance(skinHue(a), skinHue(b));
  if (Math.abs(skin) > least.skin)
    with_.push(`skin ${Math.abs(skin).toFixed(0)}° ${skin > 0 ? 'yellower' : 'redder'}`);
  for (const [place, x, y] of [
    ['shadows', a.greys.shadows, b.greys.shadows],
    ['highlights', a.greys.highlights, b.greys.highlights],
  ] as const) {
    const shift: [number, number] = [y[0] - x[0], y[1] - x[1]];
    if (Math.hypot(...shift) > least.tint) with_.push(`${tintWords(shift)} ${place}`);
  }
  return with_.length === 0
    ? `${nameB} does what ${nameA} does.`
    : `${nameB} is ${nameA} with ${joined(with_)}.`;
}
