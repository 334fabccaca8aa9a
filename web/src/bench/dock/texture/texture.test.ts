import { describe, expect, test } from 'vitest';
import { textureIds, textureKind } from '@velvet-dusk/core/texture/index';
import { schemaNumbers } from '../stepNumbers.ts';
import { textureAxes } from './textureAxes.ts';

describe.each(textureIds)('%s', (id) => {
  const { schema, shape, summary, isNeutral } = textureKind(id);
  const numbers = schemaNumbers(schema);
  const rest = schema.parse({}) as Record<string, number>;
  const axis = textureAxes[shape.axis];

  test('its handles are numbers of the kind and lie on its axis', () => {
    for (const { key, x } of shape.handles) {
      expect([...numbers.keys()]).toContain(key);
      const place = axis.place(x(rest));
      expect(place).toBeGreaterThanOrEqual(axis.min);
      expect(place).toBeLessThanOrEqual(axis.max);
      expect(axis.value(place)).toBeCloseTo(x(rest), 9);
    }
  });

  test('a handle moves the line where it sits, or along with its own place', () => {
    for (const { key, along, x } of shape.handles) {
      const { min, max } = numbers.get(key)!;
      const changed = {
        ...rest,
        [key]: rest[key] + (rest[key] > (min + max) / 2 ? -1 : 1) * 0.2 * (max - min),
      };
      if (along === 'x') expect(x(changed)).toBe(changed[key]);
      else expect(Math.abs(shape.at(changed, x(rest)) - shape.at(rest, x(rest)))).toBeGreaterThan(1e-3);
    }
  });

  test('its line stays inside the drawing for what it starts with, and its row says something', () => {
    for (let i = 0; i <= 40; i++) {
      const y = shape.at(rest, axis.value(axis.min + (i / 40) * (axis.max - axis.min)));
      expect(y).toBeGreaterThanOrEqual(shape.y.min - 1e-9);
      expect(y).toBeLessThanOrEqual(shape.y.max + 1e-9);
    }
    expect(isNeutral(rest)).toBe(false);
    expect(summary(rest).length).toBeGreaterThan(3);
  });

  test('its numbers have names, limits and steps', () => {
    for (const { label, min, max, step, rest: start } of numbers.values()) {
      expect(label).not.toBe('');
      expect(start).toBeGreaterThanOrEqual(min);
      expect(start).toBeLessThanOrEqual(max);
      expect(step).toBeLessThan(max - min);
    }
  });
});
