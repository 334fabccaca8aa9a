import { packedFormats } from './index.ts';

/** Endings of two parts, as packs give them to pictures. */
const twoParts = Object.values(packedFormats)
  .map((f) => `.${f.ending}`)
  .filter((ending) => ending.lastIndexOf('.') > 0);

/** The name of a LUT file without its ending, if it has one. @param file with or without folders. */
export function stemOf(file: string): string {
  const ending = twoParts.find((e) => file.toLowerCase().endsWith(e));
  return ending ? file.slice(0, -ending.length) : file.replace(/\.[A-Za-z0-9]{2,5}$/, '');
}
