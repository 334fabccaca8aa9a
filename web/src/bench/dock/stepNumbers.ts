import type { z } from 'zod';
import { stepDefinition } from '@velvet-dusk/core/look/steps/index';
import { isNumberField, numberField, type NumberFieldSpec } from '@velvet-dusk/core/numberField';

/** The plain numbers of a kind of step, from its schema, in its order. */
export function stepNumbers(type: string): ReadonlyMap<string, NumberFieldSpec> {
  const { shape } = stepDefinition(type).schema as z.ZodObject;
  const numbers = Object.entries(shape).flatMap(([key, schema]) =>
    isNumberField(schema as z.ZodType)
      ? [[key, numberField(schema as Parameters<typeof numberField>[0])] as const]
      : [],
  );
  return new Map(numbers);
}
