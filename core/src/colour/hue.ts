/** An angle in degrees as 0–360. */
export const wrapHue = (degrees: number): number => ((degrees % 360) + 360) % 360;

/** The angle of a point (x, y) about the origin, 0–360 degrees: hue of a, b, or of Cb, Cr. */
export function angleOf(x: number, y: number): number {
  const degrees = (Math.atan2(y, x) * 180) / Math.PI;
  return degrees < 0 ? degrees + 360 : degrees;
}

/** Hue of L, a, b, 0–360 degrees. */
export const hueOf = (lab: ArrayLike<number>): number => angleOf(lab[1], lab[2]);

/** The short way round from one hue to another, −180…180 degrees. */
export const hueDistance = (from: number, to: number): number => wrapHue(to - from + 180) - 180;
