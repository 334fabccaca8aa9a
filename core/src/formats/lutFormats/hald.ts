import { lutOf } from '../../lut/lut.ts';
import { haldGrid, parseHald, writeHald } from '../hald.ts';
import type { LutFormat } from './format.ts';
import { asOneGrid, packedGrid } from './packedGrid.ts';

/** The first bytes of a PNG. */
const png = [0x89, 0x50, 0x4e, 0x47];

/** Share of their pixels' bytes that such a picture takes (measured on baked cubes). */
const imageShare = 0.55;

/** The level of a picture whose grid of level² points a side is nearest to one asked for. */
const levelFor = (grid: number): number => Math.max(2, Math.round(Math.sqrt(grid)));

const ofDepth = (depth: 8 | 16) =>
  packedGrid({
    label: `Hald image, ${depth} bit`,
    ending: `hald${depth}.png`,
    grid: (asked) => haldGrid(levelFor(asked)),
    rounding: 0.51 / (2 ** depth - 1),
    bytes: (asked) => Math.round(levelFor(asked) ** 6 * 3 * (depth / 8) * imageShare),
    write: (cube) => writeHald(cube, depth),
    read: parseHald,
  });

export const haldFormat = {
  ending: 'png',
  isText: false,
  begins: (bytes) => png.every((b, i) => bytes[i] === b),
  read: (bytes, file) => lutOf(parseHald(bytes, file)),
  write: asOneGrid((cube) => writeHald(cube, 16)),
  packed: { hald8: ofDepth(8), hald16: ofDepth(16) },
} as const satisfies LutFormat;
