import { type Lut, lutOf } from '../lut/lut.ts';
import { clfLut } from './clf/lut.ts';
import { parseClf } from './clf/parse.ts';
import { parseCube } from './cubeParse.ts';
import { parseCsp } from './csp.ts';
import { FormatError } from './error.ts';
import { type LutEnding, lutEndings } from './lutEndings.ts';
import { parseSpi1d } from './spi1d.ts';
import { parseSpi3d } from './spi3d.ts';
import { parseThreeDl } from './threeDl.ts';

interface LutFormat {
  /** The usual ending of its files; what counts is what is in them. */
  ending: LutEnding;
  /** Does a text begin as files of this format do? @param start its first characters, without a byte order mark. */
  begins(start: string): boolean;
  read(text: string, file: string): Lut;
}

/** Lines that say something and mean nothing to a reader. */
const silentLines = /^(?:[ \t]*(?:#.*)?\r?\n)*/;
const cubeWords = /^[ \t]*(TITLE|LUT_[13]D_(SIZE|INPUT_RANGE)|DOMAIN_(MIN|MAX))\b/;

/** LUT files, known by what they begin with. To add one: an object here, its ending in `lutEndings`, and its test. */
const formats: readonly LutFormat[] = [
  {
    ending: 'cube',
    begins: (start) => cubeWords.test(start.replace(silentLines, '')),
    read: (text, file) => lutOf(parseCube(text, file)),
  },
  {
    ending: 'spi1d',
    begins: (start) => /^\s*Version\s+\d/.test(start),
    read: (text, file) => lutOf(parseSpi1d(text, file)),
  },
  {
    ending: 'spi3d',
    begins: (start) => /^SPILUT\s/.test(start),
    read: (text, file) => lutOf(parseSpi3d(text, file)),
  },
  {
    ending: '3dl',
    // A mesh of rising codes, from 0.
    begins: (start) => /^(?:\s*#.*\r?\n)*\s*0([ \t]+\d+)+[ \t]*\r?\n/.test(start),
    read: (text, file) => lutOf(parseThreeDl(text, file)),
  },
  {
    ending: 'csp',
    begins: (start) => /^CSPLUTV100\s/.test(start),
    read: parseCsp,
  },
  {
    ending: 'clf',
    begins: (start) => /^\s*<(\?xml|!--|ProcessList)/.test(start),
    read: (text, file) => clfLut(parseClf(text, file)),
  },
];

/** Characters looked at to tell a format by: comments before a cube's first keyword may be long. */
const lookedAt = 16_384;

const withoutMark = (text: string) => (text.startsWith('\uFEFF') ? text.slice(1) : text);

/**
 * The format of a LUT file by what it begins with; by the ending of its name only where that says nothing, so that a file
 * with a slip in its first line is told where that is. Undefined where neither says anything.
 */
function findFormat(text: string, file: string): LutFormat | undefined {
  const start = withoutMark(text.slice(0, lookedAt));
  const ending = /\.([^.]+)$/.exec(file)?.[1].toLowerCase();
  return formats.find((f) => f.begins(start)) ?? formats.find((f) => f.ending === ending);
}

/** The usual ending of a LUT file's format, whatever it is called; undefined for one that is not read. */
export const lutFormatOf = (text: string, file: string): LutEnding | undefined =>
  findFormat(text, file)?.ending;

/** Reads a LUT file of any format. Throws a FormatError with its place. */
export function parseLut(text: string, file: string): Lut {
  const format = findFormat(text, file);
  if (!format)
    throw new FormatError(
      file,
      { line: 1, column: 1 },
      `this begins like no LUT that is read (${lutEndings.join(', ')})`,
    );
  return format.read(withoutMark(text), file);
}
