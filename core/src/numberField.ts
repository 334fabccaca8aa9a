import type { z } from 'zod';

/** What a form needs to know of a number: read from its schema, so that nothing is said twice. */
export interface NumberFieldSpec {
  label: string;
  unit: string;
  /** One press of an arrow key. */
  step: number;
  min: number;
  max: number;
  /** The default. */
  rest: number;
}

/** Decimals that show every step of a number. */
export const digitsOf = ({ step }: Pick<NumberFieldSpec, 'step'>): number => (step < 0.01 ? 3 : 2);

type DefaultedNumber = z.ZodDefault<z.ZodNumber>;

export function isNumberField(schema: z.ZodType): schema is DefaultedNumber {
  const inner = (schema as DefaultedNumber).def.innerType as z.ZodType | undefined;
  return inner?.def.type === 'number';
}

/** Limits, default, label, unit and step of `z.number().min().max().default().meta({ label, unit, step })`. */
export function numberField(schema: DefaultedNumber): NumberFieldSpec {
  const { innerType, defaultValue } = schema.def;
  const { label = '', unit = '', step = 0.01 } = (schema.meta() ?? {}) as Partial<NumberFieldSpec>;
  const { minValue, maxValue } = innerType;
  return { label, unit, step, min: minValue ?? -Infinity, max: maxValue ?? Infinity, rest: defaultValue };
}
