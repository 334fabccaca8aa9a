import { atRest } from '@velvet-dusk/core/trial/condition';

/** A plate of each scene of the demo. */
export const scenes = [
  'quay-blue-hour',
  'heads-and-chart',
  'marsh-noon',
  'galley-tungsten',
  'arcade-neon',
  'wheelhouse-overcast',
];

/** Where a browser keeps the board of the demo's project. */
export const boardKey = 'velvet-dusk board saltmarsh-line';

/** One look at several exposures on every scene, as a browser keeps it. */
export const exposureBoard = (exposures: readonly number[], looks: readonly string[]): string =>
  JSON.stringify({
    kind: 'velvet-dusk/trial',
    schemaVersion: 1,
    name: 'One look, all exposures',
    base: atRest(scenes[0], looks[0]),
    rows: { axis: 'plates', values: scenes },
    columns: { axis: 'exposure', values: exposures },
    switch: { axis: 'looks', values: looks },
  });
