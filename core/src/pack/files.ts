import { parseCdl } from '../formats/cdl/parse.ts';
import { writeCdl } from '../formats/cdl/write.ts';
import { gridLines, writeClf } from '../formats/clf/write.ts';
import { parseCube } from '../formats/cubeParse.ts';
import { writeCube } from '../formats/cubeWrite.ts';
import { haldGrid, parseHald, writeHald } from '../formats/hald.ts';
import { parseLut } from '../formats/lut.ts';
import { parseSpi1d, writeSpi1d } from '../formats/spi1d.ts';
import { writeSpi3d } from '../formats/spi3d.ts';
import { writeThreeDl } from '../formats/threeDl.ts';
import { isActive } from '../look/compile.ts';
import type { Look } from '../look/document.ts';
import type { CdlParams } from '../colour/cdl.ts';
import type { Interpolation } from '../lut/apply.ts';
import { type Cube, type Cube3d, unitDomain } from '../lut/cube.ts';
import { compileBake } from '../order/bake.ts';
import { describeEnd } from '../order/end.ts';
import { curveOf, curvePoints } from './curve.ts';
import type { PackFormat } from './destination.ts';
import { haldLevel } from './estimate.ts';
import type { PlannedFile } from './plannedFile.ts';
import type { PlannedLut } from './plannedLut.ts';

/** How files of a format are written from a baked cube and read back. */
interface FileWriter {
  /** Points of the grid that is baked for it. */
  grid(asked: number): number;
  /** Most a value read back may differ from what was baked. */
  rounding: number;
  write(cube: Cube, planned: PlannedLut, interpolation: Interpolation): Uint8Array;
  read(bytes: Uint8Array, file: string): Cube;
  /** Holds a table for each channel, not a grid. */
  isCurve?: true;
}
/** A writer of grids. */
interface GridWriter extends Omit<FileWriter, 'write' | 'isCurve'> {
  write(cube: Cube3d, planned: PlannedLut, interpolation: Interpolation): Uint8Array;
}
const ofGrid = ({ write, ...rest }: GridWriter): FileWriter => ({
  ...rest,
  write(cube, planned, interpolation) {
    if (cube.kind !== '3d') throw new RangeError('a grid is needed');
    return write(cube, planned, interpolation);
  },
});

const bytesOf = (text: string) => new TextEncoder().encode(text);
const textOf = (bytes: Uint8Array) => new TextDecoder().decode(bytes);
const asked = (grid: number) => grid;
const squared = (grid: number) => haldGrid(haldLevel(grid));
/** Half of the last of six decimals, and a little of float32. */
const sixDecimals = 0.6e-6;

function oneGrid(text: string, file: string): Cube3d {
  const { stages, title, comments } = parseLut(text, file);
  const [grid] = stages;
  if (stages.length !== 1 || grid.kind !== '3d') throw new Error(`${file}: one grid is expected in it`);
  return { ...unitDomain, ...grid, title, comments };
}

const textual = (
  write: (cube: Cube3d, planned: PlannedLut, interpolation: Interpolation) => string,
  rounding = sixDecimals,
  read: FileWriter['read'] = (bytes, file) => oneGrid(textOf(bytes), file),
): FileWriter =>
  ofGrid({
    grid: asked,
    rounding,
    write: (cube, planned, interpolation) => bytesOf(write(cube, planned, interpolation)),
    read,
  });

const clf = (cube: Cube3d, { lut, order }: PlannedLut, interpolation: Interpolation) =>
  writeClf({
    id: cube.title,
    name: cube.title,
    description: cube.comments.join('; '),
    inputDescriptor: describeEnd(lut.input),
    outputDescriptor: `${describeEnd(lut.output)}, ${order.role}`,
    nodes: [gridLines(cube, interpolation)],
  });

const hald = (depth: 8 | 16): FileWriter =>
  ofGrid({
    grid: squared,
    rounding: 0.51 / (2 ** depth - 1),
    write: (cube) => writeHald(cube, depth),
    read: parseHald,
  });

const spi1d: FileWriter = {
  isCurve: true,
  grid: () => curvePoints,
  rounding: sixDecimals,
  write(cube) {
    if (cube.kind !== '1d') throw new RangeError('a table is needed');
    return bytesOf(writeSpi1d(cube));
  },
  read: (bytes, file) => parseSpi1d(textOf(bytes), file),
};

/** Writers of every format whose files are baked. To add one: an object here, its label in `packFormats`, and a check. */
export const fileWriters: Record<Exclude<PackFormat, 'cdl'>, FileWriter> = {
  cube: textual(writeCube, sixDecimals, (bytes, file) => parseCube(textOf(bytes), file)),
  spi3d: textual(writeSpi3d),
  clf: textual(clf),
  '3dl': textual(writeThreeDl, 0.51 / 4095),
  hald8: hald(8),
  hald16: hald(16),
  spi1d,
};

/** The CDL that a look is; null for one that is more, or mixed with none. */
export function cdlOf(look: Look): CdlParams | null {
  const active = look.steps.filter(isActive);
  const [only] = active;
  const isOne = active.length === 1 && only.type === 'cdl' && only.strength === 1;
  return isOne && look.strength === 1 && !look.colourOnly ? (only.params as CdlParams) : null;
}

/** A look's CDL as a file; it is for ACEScct, which the description says. */
export function cdlFile(look: Look, params: CdlParams): { bytes: Uint8Array; readBack: CdlParams } {
  const text = writeCdl([{ id: look.name, description: `${look.name}, for ACEScct`, params }], 'cdl');
  return { bytes: bytesOf(text), readBack: parseCdl(text, 'x.cdl')[0].params };
}

/** Points of the grid that a planned file is written with. */
export const gridOf = ({ format, planned: { order } }: PlannedFile): number =>
  format === 'cdl' ? order.grid : fileWriters[format].grid(order.grid);

/** Can a LUT be written in a format at all? A look is seldom a CDL, and only a trim is curves alone. */
export function canHold(format: PackFormat, { order, lut }: PlannedLut): boolean {
  if (format === 'cdl') return lut.look !== null && cdlOf(order.look) !== null;
  if (!fileWriters[format].isCurve) return true;
  const { input, output } = lut;
  const isOneCode =
    input.kind === 'scene' && output.kind === 'scene' && input.profile.id === output.profile.id;
  return lut.look === null && isOneCode && curveOf(compileBake(order)) !== null;
}
