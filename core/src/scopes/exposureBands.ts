/** Exposure bands: one a stop, from six under mid-grey to six over. */
export const bandStops = { low: -6, high: 6 };

/** Ink to dusk below, rose to lamp above, grey in the middle; each lighter than the one below it. */
export const bandColours = [
  '#07060f',
  '#141033',
  '#261c5c',
  '#3d2c86',
  '#5f3f9e',
  '#8757a3',
  '#7d7d7d',
  '#b9627f',
  '#d47a67',
  '#e39a52',
  '#edbd5f',
  '#f5de8f',
  '#fdf8dc',
] as const;
