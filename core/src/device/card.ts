import { lutEndings, parseLut } from '../formats/lutFormats/index.ts';
import type { GridStage } from '../lut/lut.ts';
import type { DeviceDefinition } from './device.ts';

/** A file on a card: its path below the card, with slashes. */
export interface CardFile {
  path: string;
  bytes: Uint8Array;
}

/** A line of a device's menu. */
export interface MenuEntry {
  slot: number;
  /** As the menu shows it. */
  shown: string;
  path: string;
  grid: GridStage;
}

export interface LoadedCard {
  menu: MenuEntry[];
  refused: { path: string; why: string }[];
  /** Names the menu shows alike. */
  alike: string[];
}

const nameOf = (path: string) => path.slice(path.lastIndexOf('/') + 1);
const stemOf = (path: string) => nameOf(path).replace(/\.[^.]*$/, '');

/** Why a device takes no file like this; null where it does. */
function refusal(file: CardFile, device: DeviceDefinition): string | null {
  const ending = /\.([^.]+)$/.exec(file.path)?.[1].toLowerCase();
  if (!device.formats.some((f) => f === ending))
    return `it takes ${device.formats.map((f) => `.${f}`).join(' and ')} only`;
  const depth = file.path.split('/').length - 1;
  if (depth > device.folderDepth)
    return `it looks ${device.folderDepth} folders deep, the file lies ${depth} deep`;
  if (device.maxBytes !== null && file.bytes.length > device.maxBytes)
    return `${file.bytes.length} bytes, ${device.maxBytes} fit`;
  return null;
}

function readGrid(file: CardFile, device: DeviceDefinition): GridStage | string {
  try {
    const { stages } = parseLut(new TextDecoder().decode(file.bytes), nameOf(file.path));
    const [grid] = stages;
    if (stages.length !== 1 || grid.kind !== '3d') return 'it takes one 3D table';
    if (device.grids.length > 0 && !(device.grids as readonly number[]).includes(grid.size))
      return `${grid.size} points, ${device.grids.join(' and ')} fit`;
    return grid;
  } catch (error) {
    return (error as Error).message;
  }
}

/** A table as it is kept inside: its numbers in so many bits. */
function keptInside(grid: GridStage, { depthInside }: DeviceDefinition): GridStage {
  if (depthInside === null) return grid;
  const top = 2 ** depthInside - 1;
  return { ...grid, data: grid.data.map((v) => Math.round(Math.min(Math.max(v, 0), 1) * top) / top) };
}

/** Files that a device looks at: LUTs and CDLs. */
const isGrade = new RegExp(`\\.(${[...lutEndings, 'cdl'].join('|')})$`, 'i');

/** Puts a card into a device: what its menu lists, and what it refuses and why. */
export function loadCard(files: readonly CardFile[], device: DeviceDefinition): LoadedCard {
  const ordered =
    device.order === 'name'
      ? [...files].sort((a, b) => (nameOf(a.path).toLowerCase() < nameOf(b.path).toLowerCase() ? -1 : 1))
      : files;
  const menu: MenuEntry[] = [];
  const refused: LoadedCard['refused'] = [];
  for (const file of ordered) {
    // What is no LUT at all is passed over in silence, as devices do.
    if (!isGrade.test(file.path)) continue;
    const grid = refusal(file, device) ?? readGrid(file, device);
    if (typeof grid === 'string') refused.push({ path: file.path, why: grid });
    else if (device.slots !== null && menu.length >= device.slots)
      refused.push({ path: file.path, why: `all ${device.slots} slots are full` });
    else
      menu.push({
        slot: menu.length + 1,
        shown: stemOf(file.path).slice(0, device.shownLength),
        path: file.path,
        grid: keptInside(grid, device),
      });
  }
  const shown = menu.map((m) => m.shown.toLowerCase());
  return {
    menu,
    refused,
    alike: menu.filter((m, i) => shown.indexOf(m.shown.toLowerCase()) !== i).map((m) => m.shown),
  };
}
