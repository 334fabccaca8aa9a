import type { Lut } from '../../lut/lut.ts';
import { FormatError } from '../error.ts';
import { clfFormat } from './clf.ts';
import { cspFormat } from './csp.ts';
import { cubeFormat } from './cube.ts';
import { type LutFormat, type PackedFormat, textOf } from './format.ts';
import { haldFormat } from './hald.ts';
import { spi1dFormat } from './spi1d.ts';
import { spi3dFormat } from './spi3d.ts';
import { threeDlFormat } from './threeDl.ts';

/** Every LUT format. To add one: a file beside this one, and its line here; everything that asks for formats has it then. */
const formats = [
  cubeFormat,
  threeDlFormat,
  spi3dFormat,
  clfFormat,
  haldFormat,
  spi1dFormat,
  cspFormat,
] as const;

type Known = (typeof formats)[number];
/** Formats by their usual endings. */
export type LutEnding = Known['ending'];
/** Formats by what packs call them. */
export type PackedId = { [F in Known as F['ending']]: keyof F['packed'] }[LutEnding];

const all: readonly LutFormat[] = formats;

/** The usual endings of the LUT files that are read and written. */
export const lutEndings: readonly LutEnding[] = formats.map((f) => f.ending);
/** Those of files that are text, which a look can hold. */
export const textLutEndings: readonly string[] = all.filter((f) => f.isText).map((f) => f.ending);

export const lutFormats = Object.fromEntries(formats.map((f) => [f.ending, f])) as Record<
  LutEnding,
  LutFormat
>;

/** What packs are written in, in the order they are offered in. */
export const packedFormats = Object.assign({}, ...all.map((f) => f.packed)) as Record<PackedId, PackedFormat>;

/** Characters looked at to tell a format by: comments before a cube's first keyword may be long. */
const lookedAt = 16_384;

const withoutMark = (text: string) => (text.startsWith('\uFEFF') ? text.slice(1) : text);

type TextFormat = Extract<LutFormat, { isText: true }>;
const ofText = all.filter((f): f is TextFormat => f.isText);

/**
 * The format of a text by what it begins with; by the ending of its name only where that says nothing, so that a file with
 * a slip in its first line is told where that is. Undefined where neither says anything.
 */
function findText(text: string, file: string): TextFormat | undefined {
  const start = withoutMark(text.slice(0, lookedAt));
  const ending = /\.([^.]+)$/.exec(file)?.[1].toLowerCase();
  return ofText.find((f) => f.begins(start)) ?? ofText.find((f) => f.ending === ending);
}

/** The usual ending of the format of a LUT file that is text, whatever it is called; undefined for one that is not read. */
export const lutFormatOf = (text: string, file: string): string | undefined => findText(text, file)?.ending;

/** Reads a LUT file that is text, of any format. Throws a FormatError with its place. */
export function parseLut(text: string, file: string): Lut {
  const format = findText(text, file);
  if (!format)
    throw new FormatError(
      file,
      { line: 1, column: 1 },
      `this begins like no LUT that is read (${textLutEndings.join(', ')})`,
    );
  return format.read(withoutMark(text), file);
}

/** Reads a LUT file of any format, known by what is in it. Throws a FormatError with its place. */
export function readLutBytes(bytes: Uint8Array, file: string): Lut {
  const ofBytes = all.find((f) => !f.isText && f.begins(bytes));
  return ofBytes && !ofBytes.isText ? ofBytes.read(bytes, file) : parseLut(textOf(bytes), file);
}
