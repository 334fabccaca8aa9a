import type { z } from 'zod';
import { stepDefinition } from '@velvet-dusk/core/look/steps/index';
import { isNumberField, numberField, type NumberFieldSpec } from '@velvet-dusk/core/numberField';

/** The plain numbers of a schema, in its order. */
export function schemaNumbers({ shape }: z.ZodObject): ReadonlyMap<string, NumberFieldSpec> {
  const numbers = Object.entries(shape).flatMap(([key, schema]) =>
    isNumberField(schema as z.ZodType)
      ? [[key, numberField(schema as Parameters<typeof numberField>[0])] as const]
      : [],
  );
  return new Map(numbers);
}

/** The plain numbers of a kind of step. */
export const stepNumbers = (type: string) => schemaNumbers(stepDefinition(type).schema as z.ZodObject);
