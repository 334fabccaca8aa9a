import { z } from 'zod';
import type { Curve } from '../../colour/transfer/cameraLog.ts';
import type { CurveFamily } from './family.ts';
import { hybridLogGamma } from './hybridLogGamma.ts';
import { logWithLinearToe } from './logWithLinearToe.ts';
import { mirroredLog } from './mirroredLog.ts';
import { perceptualQuantiser } from './perceptualQuantiser.ts';
import { printingDensity } from './printingDensity.ts';
import { pureLog } from './pureLog.ts';
import { sampled } from './sampled.ts';
import { videoGamma } from './videoGamma.ts';

/** Every curve family. To add one: a file beside these, a line here and in the union, a test. */
export const curveFamilies = [
  logWithLinearToe,
  pureLog,
  mirroredLog,
  printingDensity,
  hybridLogGamma,
  perceptualQuantiser,
  videoGamma,
  sampled,
] as const;

export const curveSchema = z.discriminatedUnion('family', [
  logWithLinearToe.schema,
  pureLog.schema,
  mirroredLog.schema,
  printingDensity.schema,
  hybridLogGamma.schema,
  perceptualQuantiser.schema,
  videoGamma.schema,
  sampled.schema,
]);

export type CurveParams = z.output<typeof curveSchema>;
export type FamilyId = CurveParams['family'];

export function curveFamily(id: string): CurveFamily {
  const family = curveFamilies.find((f) => f.id === id);
  if (!family) throw new RangeError(`no curve family "${id}"`);
  return family as unknown as CurveFamily;
}

export function makeCurve(params: CurveParams): Curve {
  return curveFamily(params.family).make(params);
}
