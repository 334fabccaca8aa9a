import { parseCdl } from '../formats/cdl/parse.ts';
import { writeCdl } from '../formats/cdl/write.ts';
import { gridLines, writeClf } from '../formats/clf/write.ts';
import { parseCube } from '../formats/cubeParse.ts';
import { writeCube } from '../formats/cubeWrite.ts';
import { haldGrid, parseHald, writeHald } from '../formats/hald.ts';
import { parseLut } from '../formats/lut.ts';
import { writeSpi3d } from '../formats/spi3d.ts';
import { writeThreeDl } from '../formats/threeDl.ts';
import { isActive } from '../look/compile.ts';
import type { Look } from '../look/document.ts';
import type { CdlParams } from '../colour/cdl.ts';
import { type Cube3d, unitDomain } from '../lut/cube.ts';
import { describeEnd } from '../order/end.ts';
import type { PackFormat } from './destination.ts';
import { haldLevel } from './estimate.ts';
import type { PlannedFile } from './plan.ts';
import type { PlannedLut } from './plannedLut.ts';

/** How files of a format are written from a baked cube and read back. */
interface FileWriter {
  /** Points of the grid that is baked for it. */
  grid(asked: number): number;
  /** Most a value read back may differ from what was baked. */
  rounding: number;
  write(cube: Cube3d, planned: PlannedLut): Uint8Array;
  read(bytes: Uint8Array, file: string): Cube3d;
}

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
  write: (cube: Cube3d, planned: PlannedLut) => string,
  rounding = sixDecimals,
): FileWriter => ({
  grid: asked,
  rounding,
  write: (cube, planned) => bytesOf(write(cube, planned)),
  read: (bytes, file) => oneGrid(textOf(bytes), file),
});

const clf = (cube: Cube3d, { lut, order }: PlannedLut) =>
  writeClf({
    id: cube.title,
    name: cube.title,
    description: cube.comments.join('; '),
    inputDescriptor: describeEnd(lut.input),
    outputDescriptor: `${describeEnd(lut.output)}, ${order.role}`,
    nodes: [gridLines(cube)],
  });

const hald = (depth: 8 | 16): FileWriter => ({
  grid: squared,
  rounding: 0.51 / (2 ** depth - 1),
  write: (cube) => writeHald(cube, depth),
  read: parseHald,
});

/** Writers of every format whose files are grids. To add one: an object here, its label in `packFormats`, and a check. */
export const fileWriters: Record<Exclude<PackFormat, 'cdl'>, FileWriter> = {
  cube: {
    ...textual(writeCube),
    read: (bytes, file) => parseCube(textOf(bytes), file) as Cube3d,
  },
  spi3d: textual(writeSpi3d),
  clf: textual(clf),
  '3dl': textual(writeThreeDl, 0.51 / 4095),
  hald8: hald(8),
  hald16: hald(16),
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
