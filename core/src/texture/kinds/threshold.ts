import { stopsToLinear } from '../../colour/exposure.ts';
import { type Light, luminanceOf, type Plane } from '../light.ts';

/** The share of a light that counts as excess over a threshold in stops: 0 below it, rising without an edge. */
export function excessShare(luminance: number, threshold: number): number {
  const t = stopsToLinear(threshold);
  return luminance > t ? (1 - t / luminance) ** 2 : 0;
}

/** The same over stops from mid-grey, in %. */
export const excessAt = (threshold: number, stops: number) =>
  100 * excessShare(stopsToLinear(stops), threshold);

/** The planes of what lies above a threshold, stops from mid-grey; null where nothing does. */
export function excessOf(light: Light, threshold: number): [Plane, Plane, Plane] | null {
  const share = luminanceOf(light);
  let most = 0;
  for (let i = 0; i < share.length; i++) most = Math.max(most, (share[i] = excessShare(share[i], threshold)));
  if (most === 0) return null;
  const over = (plane: Plane) => {
    const excess = Float32Array.from(plane);
    for (let i = 0; i < excess.length; i++) excess[i] *= share[i];
    return excess;
  };
  return [over(light.planes[0]), over(light.planes[1]), over(light.planes[2])];
}
