import { type Xy, xyToXyz } from './chromaticity.ts';
import { diagonal, identity, invert, type Mat3, multiply, transform } from './matrix.ts';

/** Bradford cone matrix, Lam 1985, as printed in CIE 159:2004. */
const bradford: Mat3 = [0.8951, 0.2664, -0.1614, -0.7502, 1.7135, 0.0367, 0.0389, -0.0685, 1.0296];
const bradfordInverse = invert(bradford);

/** XYZ → XYZ matrix that turns colours seen under white `from` into colours under white `to`. */
export function adaptation(from: Xy, to: Xy): Mat3 {
  if (from[0] === to[0] && from[1] === to[1]) return identity;
  const a = transform(bradford, xyToXyz(from));
  const b = transform(bradford, xyToXyz(to));
  return multiply(bradfordInverse, diagonal([b[0] / a[0], b[1] / a[1], b[2] / a[2]]), bradford);
}
