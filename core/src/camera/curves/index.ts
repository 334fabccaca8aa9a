import { z } from 'zod';
import type { Curve } from '../../colour/transfer/cameraLog.ts';
import type { CurveFamily } from './family.ts';
import { logWithLinearToe } from './logWithLinearToe.ts';
import { pureLog } from './pureLog.ts';
import { videoGamma } from './videoGamma.ts';

/** Every curve family. To add one: a file beside these, a line here, a test. */
export const curveFamilies = [logWithLinearToe, pureLog, videoGamma] as const;

export const curveSchema = z.discriminatedUnion('family', [
  logWithLinearToe.schema,
  pureLog.schema,
  videoGamma.schema,
]);

export type CurveParams = z.output<typeof curveSchema>;

export function makeCurve(params: CurveParams): Curve {
  const family = curveFamilies.find((f) => f.id === params.family) as CurveFamily | undefined;
  if (!family) throw new RangeError(`no curve family "${params.family}"`);
  return family.make(params);
}
