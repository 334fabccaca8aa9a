import { type Display, displaySchema } from '../render/display.ts';
import { zoneNames } from './steps/zoneCurve.ts';

type Fields = Record<string, unknown>;

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
/** What is no number stays as it is: the schema says what is wrong with it. */
const changed = (value: unknown, change: (x: number) => number): unknown =>
  typeof value === 'number' ? change(value) : value;
/** Without a negative zero. */
const turned = (x: number) => 0 - x;

function withFields(of: Fields, change: (x: number) => number, keys: readonly string[]): Fields {
  const there = keys.filter((key) => key in of);
  return { ...of, ...Object.fromEntries(there.map((key) => [key, changed(of[key], change)])) };
}

function turnedZones(params: Fields): Fields {
  const zones = zoneNames.filter((name) => isFields(params[name]));
  return {
    ...params,
    ...Object.fromEntries(
      zones.map((name) => [name, withFields(params[name] as Fields, turned, ['density'])]),
    ),
  };
}

/** Version 1 counted the lights that fall on the print, on a scale of 50. */
const turnedPrint = (params: Fields) =>
  withFields(
    withFields(params, (light) => 50 - light, ['red', 'green', 'blue']),
    turned,
    ['density'],
  );

const byType: Record<string, (params: Fields) => Fields> = { zones: turnedZones, print: turnedPrint };

function turnedStep(step: unknown): unknown {
  if (!isFields(step) || !isFields(step.params)) return step;
  const turn = byType[String(step.type)];
  return turn ? { ...step, params: turn(step.params) } : step;
}

/**
 * Version 1 to 2: density is darker and a light is brighter in every step. Zones and the print had them the other way
 * round.
 */
export function oneSignForDensity(document: Fields): Fields {
  const { steps } = document;
  const next = { ...document, schemaVersion: 2 };
  return Array.isArray(steps) ? { ...next, steps: steps.map(turnedStep) } : next;
}

/** Version 2 to 3: the display leaves the look. `destinationOf` tells what it was. */
export function withoutDestination(document: Fields): Fields {
  const { rendering } = document;
  const next = { ...document, schemaVersion: 3 };
  if (!isFields(rendering)) return next;
  const { output: _output, range: _range, ...taste } = rendering;
  return { ...next, rendering: taste };
}

/** Version 3 to 4: the step that sets black and white point is called after them. */
export function namedBlackWhitePoint(document: Fields): Fields {
  const { steps } = document;
  const named = (step: unknown) =>
    isFields(step) && step.type === 'fade' ? { ...step, type: 'blackWhitePoint' } : step;
  const next = { ...document, schemaVersion: 4 };
  return Array.isArray(steps) ? { ...next, steps: steps.map(named) } : next;
}

/** What the step that edits primaries and secondaries was called up to version 4; recipes are hashed under that name still. */
export const earlierPrimaries = 'sixSectors';

/** Version 4 to 5: the step that edits primaries and secondaries is called after them. */
export function namedPrimaries(document: Fields): Fields {
  const { steps } = document;
  const named = (step: unknown) =>
    isFields(step) && step.type === earlierPrimaries ? { ...step, type: 'primariesAndSecondaries' } : step;
  const next = { ...document, schemaVersion: 5 };
  return Array.isArray(steps) ? { ...next, steps: steps.map(named) } : next;
}

/** The display that a look document of before version 3 was made for; what it does not say is the standard. */
export function destinationOf(document: unknown): Display | undefined {
  if (!isFields(document) || !(Number(document.schemaVersion) < 3)) return undefined;
  const { output, range } = isFields(document.rendering) ? document.rendering : {};
  return displaySchema.safeParse({ output, range }).data;
}
