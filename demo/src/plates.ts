import { type ShotNote, shotNoteSchema } from '@velvet-dusk/core/notes/note';
import type { Mark } from '@velvet-dusk/core/plate/marks';

/** A rectangle in pixels of the 1280×720 masters: x0, y0, x1, y1. */
type Box = [number, number, number, number];

/** A demo plate: a scene-linear master recorded through the sensor stand-in. */
export interface DemoPlate {
  id: string;
  name: string;
  master: string;
  profile: string;
  exposure: number;
  sensitivity: number;
  seed: number;
  /** The profile the frame was labelled with, where that is a mistake. */
  labelled?: string;
  bitDepth?: 8 | 10 | 12;
  /** How far the light is from the white the camera was set to. */
  balance?: { mired: number; duv: number };
  marks: Mark[];
  /** Scene and shot on the slate. */
  slate?: string;
  /** Work that no LUT holds. It lights nothing, so that every plate shows what its cubes make of it. */
  shotNotes?: ShotNote[];
  /** True where the chart is in the picture. */
  chart: boolean;
}

export const size = { width: 1280, height: 720 };
export const toArea = ([x0, y0, x1, y1]: Box) => ({
  x0: x0 / size.width,
  y0: y0 / size.height,
  x1: x1 / size.width,
  y1: y1 / size.height,
});

/** What is where in each master. */
const masters: Record<string, { name: string; skin: Box[]; subject?: Box; background?: Box; chart?: true }> =
  {
    'quay-blue-hour': {
      name: 'Quay, blue hour',
      skin: [
        [348, 240, 392, 300],
        [420, 260, 470, 310],
      ],
      subject: [340, 180, 560, 330],
      background: [760, 200, 1200, 420],
    },
    'heads-and-chart': {
      name: 'Heads and chart',
      skin: [
        [190, 250, 245, 300],
        [455, 280, 520, 320],
        [725, 270, 775, 320],
      ],
      chart: true,
    },
    'marsh-noon': {
      name: 'Marsh, noon',
      skin: [
        [250, 250, 300, 290],
        [310, 270, 350, 320],
      ],
      background: [500, 30, 900, 220],
    },
    'galley-tungsten': { name: 'Galley, tungsten', skin: [[95, 160, 140, 205]] },
    'arcade-neon': { name: 'Arcade, neon', skin: [] },
    'wheelhouse-overcast': { name: 'Wheelhouse, overcast', skin: [[715, 260, 770, 330]] },
  };

type Shooting = Partial<Omit<DemoPlate, 'id' | 'name' | 'master' | 'marks' | 'chart'>> & { variant?: string };

let seed = 10;

/** A master as a camera recorded it; `variant` tells a second recording of one master from the first. */
function shoot(master: string, settings: Shooting = {}): DemoPlate {
  const { name, skin, subject, background, chart = false } = masters[master];
  const { variant, ...rest } = settings;
  const box = (kind: 'skin' | 'subject' | 'background', area: Box, i: number): Mark => ({
    id: `${kind}-${i}`,
    kind,
    area: toArea(area),
  });
  return {
    id: variant ? `${master}-${variant.toLowerCase().replace(/[^a-z0-9]+/g, '-')}` : master,
    name: variant ? `${name}, ${variant}` : name,
    master: `${master}.exr`,
    profile: 'heron',
    exposure: 0,
    sensitivity: 800,
    seed: ++seed,
    chart,
    ...rest,
    marks: [
      ...skin.map((b, i) => box('skin', b, i)),
      ...(subject ? [box('subject', subject, 0)] : []),
      ...(background ? [box('background', background, 0)] : []),
    ],
  };
}

const notes = (...said: (Pick<ShotNote, 'kind' | 'text'> & Partial<ShotNote>)[]): ShotNote[] =>
  said.map((note, i) => shotNoteSchema.parse({ ...note, id: `n${i + 1}` }));

const windowPane: [number, number][] = [
  [0.64, 0],
  [1, 0],
  [1, 0.42],
  [0.64, 0.42],
];

/** All masters by the main camera first, then what else comes back from a shoot: one of it wrongly labelled. */
export const demoPlates: DemoPlate[] = [
  shoot('quay-blue-hour', { slate: '31-2' }),
  shoot('heads-and-chart'),
  shoot('marsh-noon', {
    exposure: 0.2,
    sensitivity: 400,
    slate: '4-1',
    shotNotes: notes({ kind: 'cleanUp', text: 'A gull crosses behind the mast; paint it out.' }),
  }),
  shoot('galley-tungsten', {
    sensitivity: 1600,
    slate: '12A-3',
    shotNotes: notes(
      {
        kind: 'mask',
        shape: { form: 'polygon', corners: windowPane },
        text: 'The window: keep daylight out of the warm key.',
      },
      {
        kind: 'tracking',
        shape: { form: 'ellipse', centre: [0.09, 0.3], radii: [0.13, 0.2], turn: 0 },
        text: 'His face, when he leans in.',
      },
    ),
  }),
  shoot('arcade-neon', { exposure: -0.3, sensitivity: 3200, slate: '27-1' }),
  shoot('wheelhouse-overcast', { exposure: -0.4, slate: '9-4' }),
  shoot('heads-and-chart', { variant: 'Plover', profile: 'plover', sensitivity: 640 }),
  shoot('heads-and-chart', { variant: 'over and warm', exposure: 1.3, balance: { mired: 60, duv: 0 } }),
  shoot('galley-tungsten', {
    variant: 'Plover 8 bit',
    profile: 'plover-video',
    sensitivity: 640,
    bitDepth: 8,
  }),
  shoot('marsh-noon', { variant: 'Curlew', profile: 'curlew', sensitivity: 400 }),
  shoot('quay-blue-hour', {
    variant: 'Curlew 8 bit',
    profile: 'curlew',
    labelled: 'plover',
    sensitivity: 400,
    bitDepth: 8,
  }),
  shoot('wheelhouse-overcast', { variant: 'Wren', profile: 'wren', sensitivity: 100, exposure: -1 }),
  shoot('quay-blue-hour', { variant: 'under', exposure: -2.3, sensitivity: 3200 }),
  shoot('arcade-neon', { variant: 'Wren', profile: 'wren', sensitivity: 100, exposure: 0.4 }),
];
