import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { correctLight, neutralShot } from '../look/shot.ts';
import { interleave, type Light, planesOf } from '../texture/light.ts';
import { lightWindows } from './light.ts';
import { newNoteId, type ShotNote, shotNoteSchema } from './note.ts';
import { shapeBounds, shapeHandles, windowWeight, withHandle } from './geometry.ts';
import type { Place, WindowShape } from './shape.ts';
import { noteLine, notedPlates } from './words.ts';

const ellipse: WindowShape = { form: 'ellipse', centre: [0.4, 0.5], radii: [0.3, 0.15], turn: 30 };
const polygon: WindowShape = {
  form: 'polygon',
  corners: [
    [0.2, 0.1],
    [0.8, 0.3],
    [0.6, 0.9],
    [0.5, 0.4],
  ],
};
const aspect = 16 / 9;
const note = (say: Partial<ShotNote>): ShotNote => shotNoteSchema.parse({ id: 'n1', kind: 'window', ...say });

/** Share of a frame that a window covers, by a grid of places. */
function covered(shape: WindowShape, softness: number): number {
  const weight = windowWeight(shape, softness, aspect);
  const n = 400;
  let sum = 0;
  for (let y = 0; y < n; y++) for (let x = 0; x < n; x++) sum += weight((x + 0.5) / n, (y + 0.5) / n);
  return sum / n ** 2;
}

describe('the weight of a window', () => {
  test('a hard ellipse covers π·a·b, a hard polygon what the surveyor’s formula says', () => {
    expect(covered(ellipse, 0)).toBeCloseTo((Math.PI * 0.3 * 0.15) / aspect, 3);
    const { corners } = polygon as { corners: Place[] };
    const twice = corners.reduce((sum, [x, y], i) => {
      const [nx, ny] = corners[(i + 1) % corners.length];
      return sum + x * ny - nx * y;
    }, 0);
    expect(Math.abs(covered(polygon, 0) - Math.abs(twice) / 2)).toBeLessThan(1e-3);
  });

  test('half on the edge, one well inside, none well outside, and falling between', () => {
    const circle: WindowShape = { form: 'ellipse', centre: [0.5, 0.5], radii: [0.3, 0.3], turn: 0 };
    const weight = windowWeight(circle, 0.2, aspect);
    // Up from the middle: distances are in frame heights there.
    const at = (d: number) => weight(0.5, 0.5 - 0.3 - d);
    expect(at(0)).toBeCloseTo(0.5, 9);
    expect(at(-0.1)).toBeCloseTo(1, 9);
    expect(at(0.1)).toBeCloseTo(0, 9);
    expect(weight(0.5, 0.5)).toBe(1);
    expect(at(0.05)).toBeLessThan(at(0));
    expect(at(-0.05)).toBeGreaterThan(at(0));
  });

  test.each([ellipse, polygon])('$form: the box around it holds all of it and no more', (shape) => {
    const { x0, y0, x1, y1 } = shapeBounds(shape, aspect);
    const weight = windowWeight(shape, 0, aspect);
    const n = 600;
    const found = { x0: 1, y0: 1, x1: 0, y1: 0 };
    for (let y = 0; y < n; y++)
      for (let x = 0; x < n; x++) {
        const [u, v] = [(x + 0.5) / n, (y + 0.5) / n];
        if (weight(u, v) === 0) continue;
        found.x0 = Math.min(found.x0, u);
        found.y0 = Math.min(found.y0, v);
        found.x1 = Math.max(found.x1, u);
        found.y1 = Math.max(found.y1, v);
      }
    for (const key of ['x0', 'y0', 'x1', 'y1'] as const)
      expect({ x0, y0, x1, y1 }[key]).toBeCloseTo(found[key], 2);
  });

  test('a handle that is put somewhere is found there again', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(ellipse, polygon),
        fc.nat(1),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (shape, handle, x, y) => {
          const put = shapeHandles(withHandle(shape, handle, [x, y], aspect), aspect)[handle];
          // The second half axis of an ellipse stands square on the first: only its length follows.
          if (shape.form === 'ellipse' && handle === 1) return;
          if (Math.hypot((x - 0.4) * aspect, y - 0.5) < 0.01) return;
          expect(put[0]).toBeCloseTo(x, 6);
          expect(put[1]).toBeCloseTo(y, 6);
        },
      ),
    );
  });
});

const picture = (): Light =>
  planesOf(
    Float32Array.from({ length: 40 * 20 * 3 }, (_, i) => 0.05 + ((i * 37) % 101) / 120),
    40,
    20,
  );
const flat = (light: Light): Float32Array => {
  const rgb = new Float32Array(light.width * light.height * 3);
  interleave(light, rgb);
  return rgb;
};
const lit = (...notes: ShotNote[]) => {
  const light = picture();
  lightWindows(notes, light);
  return flat(light);
};

describe('the light of notes', () => {
  test('a note over the whole frame does what the shot lane does', () => {
    const change = { exposure: 0.7, mired: -30, duv: 0.004 };
    const exact = flat(picture());
    correctLight({ ...neutralShot, ...change })(exact);
    lit(note(change)).forEach((v, i) => expect(v).toBeCloseTo(exact[i], 5));
  });

  test('inside and outside of one shape together are the whole frame', () => {
    const both = lit(
      note({ shape: ellipse, exposure: 1, softness: 0 }),
      note({ shape: ellipse, exposure: 1, softness: 0, outside: true }),
    );
    lit(note({ exposure: 1 })).forEach((v, i) => expect(both[i]).toBeCloseTo(v, 5));
  });

  test('only what the shape reaches changes; words alone change nothing', () => {
    const before = flat(picture());
    expect(lit(note({ shape: ellipse, text: 'her eyes' }))).toEqual(before);
    const after = lit(note({ shape: ellipse, exposure: 1, softness: 0.1 }));
    const weight = windowWeight(ellipse, 0.1, 2);
    for (let i = 0; i < 800; i++) {
      const w = weight(((i % 40) + 0.5) / 40, (Math.floor(i / 40) + 0.5) / 20);
      expect(after[3 * i] / before[3 * i]).toBeCloseTo(1 + w, 5);
    }
  });
});

describe('notes in words', () => {
  test('what, where, how much, and what was written', () => {
    expect(noteLine(note({ shape: ellipse, exposure: 0.5, mired: -20, text: 'her\n face' }), aspect)).toBe(
      'Window · +0.50 st · −20 mired · her face (middle, ellipse, 30 × 40 % of the frame, edge soft over 10 % of the height)',
    );
    expect(noteLine(note({ kind: 'cleanUp', text: 'boom in shot' }), aspect)).toBe(
      'Clean-up · boom in shot (whole frame)',
    );
    expect(noteLine(note({ shape: polygon, outside: true, softness: 0 }), aspect)).toMatch(
      /^Window \(outside: middle, polygon of 4 corners, .* hard edge\)$/,
    );
  });

  test('plates print in the order of the film: numbers counted, those without a slate last', () => {
    const plate = (name: string, slate: string, notes = 1) => ({
      name,
      record: { slate },
      width: 16,
      height: 9,
      shotNotes: Array.from({ length: notes }, () => note({})),
    });
    const plates = [
      plate('e', ''),
      plate('c', '10-1'),
      plate('b', '2A-10'),
      plate('a', '2A-9'),
      plate('x', '1', 0),
    ];
    expect(notedPlates(plates).map((p) => p.name)).toEqual(['a', 'b', 'c', 'e']);
  });

  test('a new note has an ID of its own', () => {
    expect(newNoteId([note({ id: 'n2' })])).toBe('n3');
  });
});
