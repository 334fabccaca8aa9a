import type { Area } from '@velvet-dusk/core/readings/reading';

/** A demo plate: a scene-linear master recorded through the sensor stand-in. */
export interface DemoPlate {
  id: string;
  name: string;
  master: string;
  profile: string;
  exposure: number;
  sensitivity: number;
  seed: number;
  /** Where skin is, in pixels of the 1280×720 master: x0, y0, x1, y1. */
  skin: [number, number, number, number][];
}

const size = { width: 1280, height: 720 };

export const toArea = ([x0, y0, x1, y1]: DemoPlate['skin'][number]): Area => ({
  x0: x0 / size.width,
  y0: y0 / size.height,
  x1: x1 / size.width,
  y1: y1 / size.height,
});

const plate = (
  id: string,
  name: string,
  settings: { exposure: number; sensitivity: number; seed: number; skin?: DemoPlate['skin'] },
): DemoPlate => ({ id, name, master: `${id}.exr`, profile: 'heron', skin: [], ...settings });

export const demoPlates: DemoPlate[] = [
  plate('quay-blue-hour', 'Quay, blue hour', {
    exposure: 0,
    sensitivity: 800,
    seed: 11,
    skin: [[348, 240, 392, 300], [420, 260, 470, 310]], // prettier-ignore
  }),
  plate('heads-and-chart', 'Heads and chart', {
    exposure: 0,
    sensitivity: 800,
    seed: 12,
    skin: [[190, 250, 245, 300], [455, 280, 520, 320], [725, 270, 775, 320]], // prettier-ignore
  }),
  plate('marsh-noon', 'Marsh, noon', {
    exposure: 0.2,
    sensitivity: 200,
    seed: 13,
    skin: [[250, 250, 300, 290], [310, 270, 350, 320]], // prettier-ignore
  }),
  plate('galley-tungsten', 'Galley, tungsten', {
    exposure: 0,
    sensitivity: 1600,
    seed: 14,
    skin: [[95, 160, 140, 205]], // prettier-ignore
  }),
  plate('arcade-neon', 'Arcade, neon', { exposure: -0.3, sensitivity: 3200, seed: 15 }),
  plate('wheelhouse-overcast', 'Wheelhouse, overcast', {
    exposure: -0.4,
    sensitivity: 800,
    seed: 16,
    skin: [[715, 260, 770, 330]], // prettier-ignore
  }),
];
