import { negatives } from '@velvet-dusk/core/film/negatives';
import { prints } from '@velvet-dusk/core/film/prints';
import { type Look, newLook, parseLook } from '@velvet-dusk/core/look/document';
import { stepDefinitions } from '@velvet-dusk/core/look/steps/index';

const line = (xs: number[], y: (x: number) => number) => xs.map((x) => ({ x, y: y(x) }));

/** Settings that make every kind of step work; a step of one number is a little off its rest. */
const settings: Record<string, Record<string, unknown>> = {
  exposure: { stops: -0.1 },
  printerLights: { all: 1, red: 0.5 },
  contrast: { contrast: 1.06 },
  toeShoulder: { toe: 0.1, shoulder: 0.1 },
  zones: { shadows: { density: 0.15, warm: -0.3 }, highlights: { warm: 0.15 } },
  curves: {
    master: line([-6, 0, 4], (x) => x * 1.02),
    blue: line([-6, -2, 0, 4], (x) => x + (x === -2 ? 0.08 : 0)),
  },
  channelMix: { redFromGreen: 0.02 },
  hueBelt: {
    nodes: [
      { hue: 145, turn: 6, saturation: 0.8 },
      { hue: 265, turn: -5, density: 0.1 },
    ],
  },
  primariesAndSecondaries: { yellowSat: 0.95, cyanTurn: 2 },
  saturation: { amount: 0.92 },
  satByLuminance: { points: line([-5, -2, 0, 2.5, 4.5], (x) => (x < -4 ? 0.8 : 1)) },
  satBySaturation: { points: line([0.04, 0.1, 0.2, 0.35], (x) => (x > 0.3 ? 0.9 : 1)) },
  colourDensity: { amount: 0.1 },
  colourBox: { hue: 145, density: 0.1, saturation: 0.9 },
  skinKeep: { hue: 0.5 },
  cdl: { slopeR: 1.01, powerB: 0.99 },
  negative: { stock: negatives[0], index: 0.2 },
  print: { stock: prints[0] },
  cleanEnds: { shadows: 0.5 },
  blackWhitePoint: { black: 0.1 },
  gamutCompression: { amount: 0.5 },
};

/** A look that holds every step that needs no file, all of them at work. */
export function fullRecipe(): Look {
  const steps = stepDefinitions
    .filter((d) => d.id !== 'placedLut')
    .map((d) => ({ id: d.id, type: d.id, params: settings[d.id] ?? {} }));
  return parseLook({ ...newLook('Everything'), steps }, 'full recipe');
}
