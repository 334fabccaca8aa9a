import fc from 'fast-check';
import { expect, test } from 'vitest';
import { lookCard } from '../look/card.ts';
import { newLook } from '../look/document.ts';
import { activeTextures, textureIds, textureKind, textureSchema } from './index.ts';
import {
  factorOnPlate,
  maxOnPlate,
  plateTextureNotes,
  plateTextureSchema,
  textureOnPlate,
  withFactor,
} from './onPlate.ts';

const all = textureSchema.parse(
  Object.fromEntries(
    textureIds.map((id) => [id, { on: true, ...(id === 'vignette' ? { corner: -1 } : {}) }]),
  ),
);

test('a plate that says nothing shows the look’s texture as it is', () => {
  expect(textureOnPlate(all, {})).toEqual(all);
  for (const id of textureIds) expect(factorOnPlate({}, id)).toBe(1);
});

test.each(textureIds)('%s: off on a plate is off, half is half, and no factor leaves its limits', (id) => {
  expect(activeTextures(textureOnPlate(all, { [id]: 0 }))).toEqual(
    textureIds.filter((other) => other !== id),
  );
  const { strength, schema } = textureKind(id);
  const of = (texture: typeof all) => (texture[id] as unknown as Record<string, number>)[strength];
  expect(of(textureOnPlate(all, { [id]: 0.5 }))).toBeCloseTo(of(all) / 2, 9);
  fc.assert(
    fc.property(fc.double({ min: 0.01, max: maxOnPlate, noNaN: true }), (factor) => {
      const { on: _, ...params } = textureOnPlate(all, { [id]: factor })[id];
      return schema.safeParse(params).success;
    }),
  );
});

test('factors are kept only where they differ, and wrong ones are refused', () => {
  expect(withFactor({ bloom: 0.5 }, 'grain', 0)).toEqual({ bloom: 0.5, grain: 0 });
  expect(withFactor({ bloom: 0.5, grain: 0 }, 'bloom', 1)).toEqual({ grain: 0 });
  expect(plateTextureSchema.safeParse({ grain: 3 }).success).toBe(false);
  expect(plateTextureSchema.safeParse({ glitter: 1 }).success).toBe(false);
});

test('the look card tells which plates differ, and how', () => {
  const plates = [
    { name: 'Quay', texture: { halation: 0, grain: 0.5 }, strengths: {} },
    { name: 'Marsh', texture: {}, strengths: {} },
  ];
  expect(plateTextureNotes(all, plates)).toEqual(['Quay: halation off, grain at 50 %']);
  const card = lookCard({ ...newLook('x'), texture: all }, { plates });
  expect(card).toContain('  On single plates\n    Quay: halation off, grain at 50 %');
  expect(lookCard(newLook('x'), { plates })).not.toContain('On single plates');
});
