import { signed } from '../numeric/signed.ts';
import { neutralShot, type Shot, shotKeys } from './shot.ts';

/** What a correction is called where there is room for a word or two. */
const words: Record<keyof Shot, (value: number) => string> = {
  exposure: (x) => `${signed(x, 2)} st`,
  mired: (x) => `${signed(x, 0)} mired`,
  duv: (x) => `${signed(x, 3)} Duv`,
  black: (x) => `flare ${x.toFixed(1)} %`,
  contrast: (x) => `contrast ${x.toFixed(2)}`,
  saturation: (x) => `saturation ${x.toFixed(2)}`,
};
const neutralWords = shotKeys.map((key) => words[key](neutralShot[key]));

/** What a shot lane corrects, in the order it does; empty where it corrects nothing that shows in so many digits. */
export const shotWords = (shot: Shot): string[] =>
  shotKeys.map((key) => words[key](shot[key])).filter((word, i) => word !== neutralWords[i]);
