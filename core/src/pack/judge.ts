import { characterSets, type Destination } from './destination.ts';
import { packedFormats } from '../formats/lutFormats/index.ts';
import type { Pack } from './document.ts';
import { fileBytes } from './estimate.ts';
import { type Fix, fixes, nearestGrid } from './fix.ts';
import { clashes, nameProblems } from './names/check.ts';
import { shortNames } from './names/short.ts';
import type { Plan, PlannedFile } from './plannedFile.ts';

/** Something about a planned file that will not do where it goes. */
export interface Finding {
  says: string;
  fix: Fix | null;
  /** No file can be written so, or two would be one. */
  isNoFile?: boolean;
}

/** Findings of every file of a plan, by its place, and of destinations as a whole, by their ID. */
export interface Judgement {
  files: Finding[][];
  destinations: Map<string, Finding[]>;
}

const kilobytes = (bytes: number) => `${Math.round(bytes / 1000)} kB`;

function judgeGrid(file: PlannedFile): Finding[] {
  const { destination, planned } = file;
  const { grid } = planned.order;
  const { grids, maxBytes } = destination;
  if (grids.length > 0 && !grids.includes(grid)) {
    const nearest = nearestGrid(grids, grid);
    return [{ says: `${grid} points, ${grids.join(' and ')} fit`, fix: fixes.grid(file, nearest) }];
  }
  const everywhere = file.format === 'cdl' ? undefined : packedFormats[file.format].readEverywhere;
  if (everywhere && grids.length === 0 && grid !== everywhere)
    return [
      {
        says: `some readers take .${file.format} of ${everywhere} points only and others wrong without an error; say which grids the place takes`,
        fix: fixes.grid(file, everywhere),
      },
    ];
  const bytes = fileBytes(file);
  if (maxBytes === null || bytes <= maxBytes) return [];
  const smaller = (grids.length > 0 ? grids : [33, 17]).filter((g) => g < grid);
  return [
    {
      says: `about ${kilobytes(bytes)}, ${kilobytes(maxBytes)} fit`,
      fix: smaller.length > 0 ? fixes.grid(file, Math.max(...smaller)) : fixes.drop(file),
    },
  ];
}

/** What files of one destination would be called if names were short there; worked out when it is first asked for. */
function shortExamples(files: readonly PlannedFile[]): (file: PlannedFile) => string {
  let byKey: Map<string, string> | undefined;
  return (file) => {
    byKey ??= new Map(
      shortNames(
        files.map((f) => f.parts),
        8,
      ).map((name, i) => [files[i].planned.key, name]),
    );
    return byKey.get(file.planned.key)!;
  };
}

function judgeName(file: PlannedFile, pack: Pack, short: (file: PlannedFile) => string): Finding[] {
  const { destination: d } = file;
  const { name } = file;
  const isRenamed = pack.renamed[file.id] !== undefined;
  const wrong = [
    ...(name.length > d.nameLength ? [`${name.length} characters, ${d.nameLength} fit`] : []),
    ...(characterSets[d.characters].allowed.test(name)
      ? []
      : [`only ${characterSets[d.characters].says} fit`]),
  ];
  const fix = isRenamed
    ? fixes.builtName(file)
    : d.naming === 'short'
      ? null
      : fixes.shortNames(file, short(file));
  const own = isRenamed ? fixes.builtName(file) : null;
  return [
    ...wrong.map((says) => ({ says, fix })),
    ...nameProblems(name).map((says) => ({ says, fix: own, isNoFile: true })),
  ];
}

function judgePlace(file: PlannedFile): Finding[] {
  const { destination: d, planned, path } = file;
  const depth = path.split('/').length - 2;
  const { output } = planned.lut;
  const range = output.kind === 'display' ? output.display.range : null;
  return [
    ...(depth > d.folderDepth
      ? [
          {
            says: `${depth} folders deep, ${d.folderDepth} fit`,
            fix: d.byCamera ? fixes.noCameraFolders(file) : null,
          },
        ]
      : []),
    ...(range && d.range !== 'any' && range !== d.range
      ? [{ says: `${range} range, taken for ${d.range} here`, fix: fixes.range(file, d.range) }]
      : []),
  ];
}

/** The first part of names in which two files differ and that is not told yet. */
function partThatDiffers(pack: Pack, a: PlannedFile, b: PlannedFile): Fix | null {
  const parts = (
    ['grid', 'role', 'output', 'input', 'look', 'strength', 'offset', 'version', 'counter'] as const
  ).filter((part) => !pack.names.tokens.includes(part) && a.parts[part] !== b.parts[part]);
  return parts.length > 0 ? fixes.tellApart(parts[0]) : null;
}

function judgeSlots(destination: Destination, files: readonly PlannedFile[]): Finding[] {
  const { slots } = destination;
  if (slots === null || files.length <= slots) return [];
  const rest = files.slice(slots);
  return [
    {
      says: `${files.length} files, ${slots} slots`,
      fix: {
        label: `Keep the first ${slots}`,
        apply: (pack) => rest.reduce((left, file) => fixes.drop(file).apply(left), pack),
      },
    },
  ];
}

/** Judges every planned file by the rules of where it goes, and their names by those of file systems. */
export function judgePlan(pack: Pack, { files }: Plan): Judgement {
  const same = clashes(files.map((f) => f.path));
  const of = new Map(pack.destinations.map((d) => [d.id, files.filter((f) => f.destination.id === d.id)]));
  const short = new Map([...of].map(([id, its]) => [id, shortExamples(its)]));
  const judged = files.map((file, i) => {
    const clash = same.get(i)?.[0];
    const other = clash === undefined ? undefined : files[clash];
    const isRenamed = pack.renamed[file.id] !== undefined;
    return [
      ...judgeGrid(file),
      ...judgeName(file, pack, short.get(file.destination.id)!),
      ...judgePlace(file),
      ...(other
        ? [
            {
              says:
                other.path === file.path
                  ? 'another file has this name'
                  : `the same as ${other.name} where case does not count`,
              isNoFile: true,
              fix: isRenamed ? fixes.builtName(file) : partThatDiffers(pack, file, other),
            },
          ]
        : []),
    ];
  });
  return {
    files: judged,
    destinations: new Map(pack.destinations.map((d) => [d.id, judgeSlots(d, of.get(d.id)!)])),
  };
}
