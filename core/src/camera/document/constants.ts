import { z } from 'zod';
import { curveFamily, type CurveParams } from '../curves/index.ts';

/** One constant of a curve family as a form shows it, read from the family's schema. */
export interface ConstantField {
  key: string;
  label: string;
  unit: string;
  /** What it is called in the equation; empty where it has no letter. */
  letter: string;
  kind: 'number' | 'choice' | 'points';
  /** May be left empty. */
  optional: boolean;
  choices: readonly string[];
}

interface Wrapped {
  def: { type: string; innerType?: z.ZodType };
}

function unwrap(schema: z.ZodType): { inner: z.ZodType; optional: boolean } {
  let inner = schema;
  let optional = false;
  for (let def = (inner as unknown as Wrapped).def; def.innerType;) {
    optional ||= def.type === 'optional';
    inner = def.innerType;
    def = (inner as unknown as Wrapped).def;
  }
  return { inner, optional };
}

/** The constants of a family, in the order its schema names them. */
export function constantFields(familyId: string): ConstantField[] {
  const { schema, equation } = curveFamily(familyId);
  const { shape } = schema;
  return Object.entries(shape as Record<string, z.ZodType>)
    .filter(([key]) => key !== 'family')
    .map(([key, schema]) => {
      const { inner, optional } = unwrap(schema);
      const { label = key, unit = '' } = { ...inner.meta(), ...schema.meta() } as Partial<ConstantField>;
      const type = (inner as unknown as Wrapped).def.type;
      const kind = type === 'number' ? 'number' : type === 'enum' ? 'choice' : 'points';
      const choices = kind === 'choice' ? (inner as z.ZodEnum).options.map(String) : [];
      const letter = equation.letters[key] ?? '';
      return { key, label, unit, letter, kind, optional, choices };
    });
}

/** The numbers of a curve that were typed from a document. */
export function typedConstants(curve: CurveParams): { key: string; label: string; value: number }[] {
  const values = curve as unknown as Record<string, unknown>;
  return constantFields(curve.family)
    .filter((f) => f.kind === 'number' && typeof values[f.key] === 'number')
    .map(({ key, label }) => ({ key, label, value: values[key] as number }));
}
