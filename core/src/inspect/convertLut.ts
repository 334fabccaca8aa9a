import { compareLuts } from './compare.ts';
import { applyLut, type Interpolation } from '../lut/apply.ts';
import { type Cube1d, type Cube3d } from '../lut/cube.ts';
import {
  type GridStage,
  inputDomainOf,
  isPerChannel,
  type Lut,
  sizeOf,
  type TableStage,
} from '../lut/lut.ts';
import { resample } from '../lut/resample.ts';
import { clfOfLut } from '../formats/clf/ofLut.ts';
import { writeCsp } from '../formats/csp.ts';
import { writeCube } from '../formats/cubeWrite.ts';
import { writeHald } from '../formats/hald.ts';
import { readLutBytes } from '../formats/lutFile.ts';
import { writeSpi1d } from '../formats/spi1d.ts';
import { writeSpi3d } from '../formats/spi3d.ts';
import { threeDlEverywhere, writeThreeDl } from '../formats/threeDl.ts';

/** How a LUT is asked to be written. */
export interface ConversionAsk {
  /** Points along an edge where a grid is made; those of the LUT where it has one. */
  grid?: number | undefined;
  /** How places read the file: told in formats that say so. */
  interpolation?: Interpolation;
}

/** What is written: its bytes, and in words what of the LUT they hold. */
interface Written {
  bytes: Uint8Array;
  holds: string;
}

interface LutTarget {
  /** Throws a RangeError where nothing of the LUT can be held. */
  write(lut: Lut, ask: Required<ConversionAsk>): Written;
  /** Said beside the file where a reader may take it otherwise. */
  warns?(lut: Lut, ask: Required<ConversionAsk>): string | null;
}

/** Points along an edge where nothing is asked for and the LUT has no grid; of a table where it has none. */
const usualGrid = 33;
const usualTable = 4096;

const bytesOf = (text: string) => new TextEncoder().encode(text);
const inWords = {
  table: (t: TableStage) => `a table of ${t.size} points`,
  grid: (g: { size: number }) => `a grid of ${g.size} points`,
};

const isUniform = ({ domainMin, domainMax }: Pick<TableStage, 'domainMin' | 'domainMax'>) =>
  [domainMin, domainMax].every((ends) => ends.every((v) => v === ends[0]));
const isUnit = ({ domainMin, domainMax }: Pick<TableStage, 'domainMin' | 'domainMax'>) =>
  domainMin.every((v) => v === 0) && domainMax.every((v) => v === 1);

/** The LUT as one table over what goes in; null where channels meet. */
function asTable(lut: Lut): TableStage | null {
  if (!isPerChannel(lut)) return null;
  const [only, ...more] = lut.stages;
  if (only?.kind === '1d' && more.length === 0) return only;
  const { domainMin, domainMax } = inputDomainOf(lut);
  const [low, high] = [Math.min(...domainMin), Math.max(...domainMax)];
  const size = Math.max(sizeOf(lut), usualTable);
  const data = Float32Array.from(
    { length: size * 3 },
    (_, i) => low + ((high - low) * Math.floor(i / 3)) / (size - 1),
  );
  applyLut(lut, data, 'tetrahedral');
  return { kind: '1d', size, domainMin: [low, low, low], domainMax: [high, high, high], data };
}

/** The table and the grid behind it that a LUT is; null for any other. */
function asShaped({ stages }: Lut, size: number): { shaper: TableStage; grid: GridStage } | null {
  const [shaper, grid, ...more] = stages;
  const is = shaper?.kind === '1d' && grid?.kind === '3d' && more.length === 0 && grid.size === size;
  return is ? { shaper, grid } : null;
}

/** The LUT as one grid: its own where it is that already, else one over 0–1. */
function asGrid(lut: Lut, size: number): Cube3d {
  const [only, ...more] = lut.stages;
  if (only?.kind === '3d' && more.length === 0 && only.size === size)
    return { ...only, title: lut.title, comments: [...lut.comments] };
  return resample(lut, size);
}

/** One grid over 0–1, for formats that know no other domain. */
const asUnitGrid = (lut: Lut, size: number): Cube3d => {
  const cube = asGrid(lut, size);
  return isUnit(cube) ? cube : resample(lut, size);
};

const named = (lut: Lut) => ({ title: lut.title, comments: [...lut.comments] });
const cube1d = (lut: Lut, table: TableStage): Cube1d => ({ ...table, ...named(lut) });

const ofGrid =
  (write: (cube: Cube3d) => string | Uint8Array): LutTarget['write'] =>
  (lut, { grid }) => {
    const cube = asUnitGrid(lut, grid);
    const made = write(cube);
    return { bytes: typeof made === 'string' ? bytesOf(made) : made, holds: inWords.grid(cube) };
  };

/** Formats a LUT can be written in, by ending. To add one: an object here, which says all of a LUT that it can hold. */
export const lutTargets = {
  cube: {
    write(lut, { grid }) {
      const table = asTable(lut);
      if (table) return { bytes: bytesOf(writeCube(cube1d(lut, table))), holds: inWords.table(table) };
      const shaped = asShaped(lut, grid);
      if (shaped && isUniform(shaped.shaper) && isUniform(shaped.grid)) {
        const cube: Cube3d = { ...shaped.grid, ...named(lut), shaper: cube1d(lut, shaped.shaper) };
        const holds = `${inWords.table(shaped.shaper)} and ${inWords.grid(shaped.grid)}`;
        return { bytes: bytesOf(writeCube(cube)), holds };
      }
      const cube = asGrid(lut, grid);
      return { bytes: bytesOf(writeCube(cube)), holds: inWords.grid(cube) };
    },
  },
  clf: {
    write(lut, { interpolation }) {
      const { text, holds } = clfOfLut(lut, interpolation);
      return { bytes: bytesOf(text), holds };
    },
  },
  csp: {
    write(lut, { grid }) {
      const table = asTable(lut);
      if (table) return { bytes: bytesOf(writeCsp({ table })), holds: inWords.table(table) };
      const shaped = asShaped(lut, grid);
      if (shaped && isUnit(shaped.grid)) {
        const holds = `${inWords.table(shaped.shaper)} and ${inWords.grid(shaped.grid)}`;
        return { bytes: bytesOf(writeCsp(shaped)), holds };
      }
      const cube = asUnitGrid(lut, grid);
      return { bytes: bytesOf(writeCsp({ grid: cube })), holds: inWords.grid(cube) };
    },
  },
  spi1d: {
    write(lut) {
      const table = asTable(lut);
      if (!table || !isUniform(table))
        throw new RangeError('.spi1d holds one table for each channel over one domain; this LUT is more');
      return { bytes: bytesOf(writeSpi1d(cube1d(lut, table))), holds: inWords.table(table) };
    },
  },
  spi3d: { write: ofGrid(writeSpi3d) },
  '3dl': {
    write: ofGrid(writeThreeDl),
    warns: (_, { grid }) =>
      grid === threeDlEverywhere
        ? null
        : `some readers take .3dl files of ${threeDlEverywhere} points only, and others wrong without an error`,
  },
  png: { write: ofGrid((cube) => writeHald(cube, 16)) },
} as const satisfies Record<string, LutTarget>;
export type LutTargetId = keyof typeof lutTargets;

/** What a conversion may lose without being asked about: ΔE2000 at 99 % and at most. */
const silent = { p99: 0.1, max: 0.5 };

export interface Converted extends Written {
  /** ΔE2000 between the LUT and what is read back, over all that goes in. */
  lost: { mean: number; p99: number; max: number };
  /** More than goes without a word. */
  isLossy: boolean;
  warning: string | null;
}

/** Writes a LUT in another format, reads it back and measures what was lost. Throws a RangeError where it cannot be held at all. */
export function convertLut(lut: Lut, target: LutTargetId, ask: ConversionAsk = {}): Converted {
  const own = lut.stages.some((s) => s.kind === '3d') ? sizeOf(lut) : usualGrid;
  const whole = { grid: ask.grid ?? own, interpolation: ask.interpolation ?? 'tetrahedral' } as const;
  const definition: LutTarget = lutTargets[target];
  const written = definition.write(lut, whole);
  const { mean, p99, max } = compareLuts(lut, readLutBytes(written.bytes, `written.${target}`)).lattice;
  return {
    ...written,
    lost: { mean, p99, max },
    isLossy: p99 > silent.p99 || max > silent.max,
    warning: definition.warns?.(lut, whole) ?? null,
  };
}
