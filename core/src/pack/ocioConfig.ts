import { profileToClf } from '../camera/export/profileClf.ts';
import type { Profile } from '../camera/profile.ts';
import { standardProfiles } from '../camera/standard/index.ts';
import { ap0 } from '../colour/spaces/index.ts';
import { acescctParams } from '../colour/transfer/acescct.ts';
import type { Cube3d } from '../lut/cube.ts';
import { gridLines, logLines, writeClf } from '../formats/clf/write.ts';
import { type BakeOrder } from '../order/bake.ts';
import { type Display, displayToken } from '../render/display.ts';
import { outputs } from '../render/outputs/index.ts';
import { fileSlug, uniqueNames } from '../slug.ts';
import type { Pack } from './document.ts';
import type { NamedLook } from '../look/namedLook.ts';
import type { PackSources } from './plannedLut.ts';

/**
 * The space the grids of a configuration stand in: the curve of ACEScct over the primaries of ACES2065-1, so that no colour
 * of a camera falls outside a grid.
 */
export const gridProfile: Profile = {
  ...standardProfiles.find((p) => p.id === 'acescct')!,
  id: 'aces-log',
  name: 'ACES log grid',
  primaries: {
    red: [...ap0.primaries.red],
    green: [...ap0.primaries.green],
    blue: [...ap0.primaries.blue],
  },
  white: [...ap0.white],
  checkTable: [],
  notes: '',
};

/** Points of its grids: from one space to a picture in one step. */
const grid = 65;

/** A grid of the configuration that has to be baked. */
export interface ConfigGrid {
  path: string;
  order: BakeOrder;
}

export interface OcioConfig {
  /** Files that are text, by their path. */
  texts: { path: string; text: string }[];
  grids: ConfigGrid[];
  /** Looks as transforms of ACES2065-1, each made of a grid. */
  lookTransforms: { path: string; look: NamedLook; grid: string }[];
}

const folder = 'ocio';
const quoted = (text: string) => JSON.stringify(text);
const gridSpace = 'ACES log grid';
const noLook = 'No look';

const displayName = (display: Display) => {
  const { label } = outputs[display.output];
  const token = displayToken(display);
  return token === display.output ? label : `${label} (${token})`;
};

function colourSpace(name: string, family: string, lines: readonly string[]): string[] {
  return ['  - !<ColorSpace>', `    name: ${quoted(name)}`, `    family: ${quoted(family)}`, ...lines, ''];
}
const toReference = (file: string) => [`    to_scene_reference: !<FileTransform> {src: ${quoted(file)}}`];
const throughGrid = (file: string) => [
  '    from_scene_reference: !<GroupTransform>',
  '      children:',
  '        - !<FileTransform> {src: "aces-to-grid.clf"}',
  `        - !<FileTransform> {src: ${quoted(file)}, interpolation: tetrahedral}`,
];

/** Spaces and roles of every configuration; no look or camera is called like one of them. */
const ownNames = [
  'ACES2065-1',
  'Raw',
  gridSpace,
  noLook,
  'default',
  'scene_linear',
  'aces_interchange',
  'color_timing',
];
/** Variables, lists, switches and tokens of a configuration. */
const meaning = /[$%,:{}<>|"\\]/g;
const namesFor = (names: readonly string[], taken: readonly string[]) =>
  uniqueNames(names, { taken, meaning, fallback: 'Unnamed' });

/** Looks and cameras that a pack's cells ask for. */
function usedBy(pack: Pack, { looks, profiles }: PackSources) {
  const cells = pack.cells.filter((c) => c.items.length > 0);
  const usedLooks = looks.filter((l) => cells.some((c) => c.lookId === l.id));
  const used = profiles.filter((p) => cells.some((c) => c.profileId === p.id));
  const lookNames = namesFor(
    usedLooks.map((l) => l.document.name),
    ownNames,
  );
  // Spaces of views are called after looks.
  const cameraNames = namesFor(
    used.map((p) => p.name),
    [...ownNames, ...lookNames],
  );
  return {
    looks: usedLooks.map((l, i) => ({ ...l, name: lookNames[i] })),
    profiles: used.map((profile, i) => ({ profile, name: cameraNames[i] })),
  };
}

/** Displays of a pack; a host takes full codes to whatever range it sends. */
function displaysOf(pack: Pack): Display[] {
  const wide = pack.outputs.map((o): Display => ({ ...o.display, range: 'full' }));
  return [...new Map(wide.map((d) => [displayToken(d), d])).values()];
}

interface View {
  name: string;
  space: string;
  file: string;
  display: Display;
}

/** A view for every look on a display, and one without. */
function viewsOf(
  display: Display,
  looks: readonly (NamedLook & { name: string })[],
): { view: View; order: BakeOrder }[] {
  const token = displayToken(display);
  const base = { profile: gridProfile, display, grid };
  const plain = looks.length === 0 ? [] : [looks[0]];
  return [
    ...looks.map(({ document: look, id, version, name }) => ({
      view: {
        name,
        space: `${name}, ${token}`,
        file: `${fileSlug(id, 'look')}_${token}.cube`,
        display,
      },
      order: { ...base, look, role: 'combined' as const, version },
    })),
    // The tone scale of the first look stands for a picture without one.
    ...plain.map(({ document: look }) => ({
      view: { name: noLook, space: `${noLook}, ${token}`, file: `no-look_${token}.cube`, display },
      order: { ...base, look, role: 'conversion' as const },
    })),
  ];
}

/** A look as one Common LUT Format file from ACES2065-1 to ACES2065-1. @param cube its grid in `gridSpace`. */
export const lookTransform = ({ id, document }: NamedLook, cube: Cube3d): string =>
  writeClf({
    id: `${id}-look`,
    name: document.name,
    description: `${document.name}, a look of scene light`,
    inputDescriptor: 'ACES2065-1',
    outputDescriptor: 'ACES2065-1',
    nodes: [
      logLines('cameraLinToLog', { ...acescctParams }),
      gridLines(cube),
      logLines('cameraLogToLin', { ...acescctParams }),
    ],
  });

/** How many grids the configuration of a pack has. */
export function configGridCount(pack: Pack, sources: PackSources): number {
  const { looks } = usedBy(pack, sources);
  return looks.length === 0 ? 0 : displaysOf(pack).length * (looks.length + 1) + looks.length;
}

/**
 * An OpenColorIO configuration, version 2, of a whole pack: cameras as colour spaces, its outputs as displays with a view for
 * every look, looks as looks. Its reference is ACES2065-1.
 */
export function ocioConfig(pack: Pack, sources: PackSources): OcioConfig {
  const { looks, profiles } = usedBy(pack, sources);
  const displays = displaysOf(pack);
  const views = displays.flatMap((display) => viewsOf(display, looks));
  const lookFile = ({ id }: NamedLook) => `${fileSlug(id, 'look')}.cube`;
  const config = [
    'ocio_profile_version: 2',
    '',
    `name: ${quoted(namesFor([pack.name], [])[0])}`,
    'search_path: "."',
    'strictparsing: true',
    '',
    'roles:',
    '  default: Raw',
    '  scene_linear: ACES2065-1',
    '  aces_interchange: ACES2065-1',
    `  color_timing: ${quoted(gridSpace)}`,
    '',
    'file_rules:',
    '  - !<Rule> {name: Default, colorspace: Raw}',
    '',
    'displays:',
    ...displays.flatMap((display) => [
      `  ${quoted(displayName(display))}:`,
      ...views
        .filter((v) => v.view.display === display)
        .map(({ view }) => `    - !<View> {name: ${quoted(view.name)}, colorspace: ${quoted(view.space)}}`),
    ]),
    '',
    'looks:',
    ...looks.flatMap((look) => [
      '  - !<Look>',
      `    name: ${quoted(look.name)}`,
      `    process_space: ${quoted(gridSpace)}`,
      `    transform: !<FileTransform> {src: ${quoted(lookFile(look))}, interpolation: tetrahedral}`,
    ]),
    '',
    'colorspaces:',
    ...colourSpace('ACES2065-1', 'Reference', ['    encoding: scene-linear']),
    ...colourSpace('Raw', 'Reference', ['    isdata: true', '    encoding: data']),
    ...colourSpace(gridSpace, 'Reference', [
      '    encoding: log',
      '    from_scene_reference: !<FileTransform> {src: "aces-to-grid.clf"}',
    ]),
    ...profiles.flatMap(({ profile, name }) =>
      colourSpace(name, 'Cameras', [
        '    encoding: log',
        ...toReference(`${fileSlug(profile.id, 'camera')}.clf`),
      ]),
    ),
    ...views.flatMap(({ view }) => colourSpace(view.space, 'Displays', throughGrid(view.file))),
  ];
  return {
    texts: [
      { path: `${folder}/config.ocio`, text: config.join('\n') },
      {
        path: `${folder}/aces-to-grid.clf`,
        text: writeClf({
          id: 'aces-to-grid',
          name: 'ACES2065-1 to ACES log grid',
          description: 'The curve of ACEScct (Academy S-2016-001) over the primaries of ACES2065-1',
          inputDescriptor: 'ACES2065-1',
          outputDescriptor: gridSpace,
          nodes: [logLines('cameraLinToLog', { ...acescctParams })],
        }),
      },
      ...profiles.map(({ profile: p }) => ({
        path: `${folder}/${fileSlug(p.id, 'camera')}.clf`,
        text: profileToClf(p),
      })),
    ],
    lookTransforms: looks.map((look) => ({
      path: `${folder}/${fileSlug(look.id, 'look')}_aces2065-1.clf`,
      look,
      grid: `${folder}/${lookFile(look)}`,
    })),
    grids: [
      ...views.map(({ view, order }) => ({ path: `${folder}/${view.file}`, order })),
      ...looks.map((look) => ({
        path: `${folder}/${lookFile(look)}`,
        order: {
          look: look.document,
          version: look.version,
          profile: gridProfile,
          display: displays[0],
          role: 'creative-log' as const,
          grid,
        },
      })),
    ],
  };
}
