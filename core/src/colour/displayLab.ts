import { xyToXyz } from './chromaticity.ts';
import { xyzToLab } from './lab.ts';
import type { Curve } from './transfer/cameraLog.ts';
import { rgbToXyz, type RgbSpace } from './rgbSpace.ts';
import { transform } from './matrix.ts';

/** Display-linear R, G, B (1 is white) → L*a*b* against the display's own white. */
export function lightToLab(space: RgbSpace): (r: number, g: number, b: number) => [number, number, number] {
  const m = rgbToXyz(space);
  const white = xyToXyz(space.white);
  return (r, g, b) => xyzToLab(transform(m, [r, g, b]), white);
}

/** Display code R, G, B (0–1) → L*a*b* against the display's own white. */
export function displayToLab(
  space: RgbSpace,
  curve: Curve,
): (r: number, g: number, b: number) => [number, number, number] {
  const toLab = lightToLab(space);
  return (r, g, b) => toLab(curve.inverse(r), curve.inverse(g), curve.inverse(b));
}
