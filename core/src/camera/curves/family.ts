import type { z } from 'zod';
import type { Curve } from '../../colour/transfer/cameraLog.ts';

/** A kind of camera curve: parameters (with units and limits in the schema) and the functions they make. */
export interface CurveFamily<S extends z.ZodObject = z.ZodObject> {
  readonly id: string;
  readonly label: string;
  readonly schema: S;
  /** Scene-linear (0.18 is mid-grey) ↔ signal (0–1 between the black and white codes of the range). */
  make(params: z.output<S>): Curve;
  /** Constants to start from when the family is chosen: a published curve where there is one. */
  readonly example: z.output<S>;
  /** Light x → signal y as a document prints it, and the letters its constants have there. */
  readonly equation: { lines: readonly string[]; letters: Readonly<Record<string, string>> };
  readonly citation: string;
}

/** Keeps the parameter type of a definition inside its own file. */
export const defineFamily = <S extends z.ZodObject>(family: CurveFamily<S>) => family;
