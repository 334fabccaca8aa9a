import { describe, expect, test } from 'vitest';
import { responseOf } from '@velvet-dusk/core/look/response';
import { stepDefinition, stepDefinitions, type StepType } from '@velvet-dusk/core/look/steps/index';
import { dockOf } from '../docks.ts';
import { stepNumbers } from '../stepNumbers.ts';
import { responseKinds } from './responseKinds.ts';

/** Steps with a drawing of their own: the rail, the belt, curves, boxes, film, the file. */
const own = [
  'contrast',
  'zones',
  'hueBelt',
  'curves',
  'satByLuminance',
  'satBySaturation',
  'colourBox',
  'drawTogether',
  'skinKeep',
  'negative',
  'print',
  'placedLut',
];

test('every step has a dock, and is drawn there in one way or the other', () => {
  for (const { id } of stepDefinitions) {
    expect(dockOf[id], id).toBeDefined();
    expect(own.includes(id) || responseKinds[id] !== undefined, id).toBe(true);
    expect(own.includes(id) && responseKinds[id] !== undefined, id).toBe(false);
  }
});

describe.each(Object.keys(responseKinds) as StepType[])('%s', (type) => {
  const numbers = stepNumbers(type);
  const rest = stepDefinition(type).schema.parse({}) as Record<string, number>;

  test('its handles and faders are numbers of the step', () => {
    for (const view of responseKinds[type]!) {
      for (const { key } of view.handles) expect([...numbers.keys()]).toContain(key);
      for (const key of view.faders ?? []) expect([...numbers.keys()]).toContain(key);
    }
    const reachable = responseKinds[type]!.flatMap((v) => v.faders ?? [...numbers.keys()]);
    for (const key of numbers.keys()) expect(reachable).toContain(key);
  });

  test('at rest its line is straight; a handle moves the line where it sits', () => {
    for (const view of responseKinds[type]!) {
      const { axis, quantity, handles } = view;
      const flat = quantity === 'saturation' ? 1 : 0;
      const places = axis === 'hue' ? [20, 140, 300] : axis === 'saturation' ? [0.1, 0.3] : [-6, 0, 5];
      for (const line of responseOf({ type, params: rest, strength: 1 }, axis, quantity, places))
        for (const v of line) expect(v).toBeCloseTo(flat, 4);
      for (const handle of handles.filter((h) => h.along === 'y')) {
        const { min, max } = numbers.get(handle.key)!;
        const params = {
          ...rest,
          [handle.key]: rest[handle.key] + (max - min) * 0.2 * (rest[handle.key] > (min + max) / 2 ? -1 : 1),
        };
        const [x] = [handle.x(params)];
        const moved = responseOf({ type, params, strength: 1 }, axis, quantity, [x])[handle.line ?? 0][0];
        expect(Math.abs(moved - flat), handle.key).toBeGreaterThan(1e-3);
      }
    }
  });
});
