import type { Xy } from './chromaticity.ts';

/** CIE 1960 u, v. */
type Uv = readonly [number, number];

const xyToUv = ([x, y]: Xy): Uv => {
  const d = -2 * x + 12 * y + 3;
  return [(4 * x) / d, (6 * y) / d];
};
const uvToXy = ([u, v]: Uv): Xy => {
  const d = 2 * u - 8 * v + 4;
  return [(3 * u) / d, (2 * v) / d];
};

/** Planckian locus in CIE 1960 u, v for 1000–15000 K: Krystek 1985, Color Res. Appl. 10, 38–40. */
export function planckianUv(kelvin: number): Uv {
  const T = kelvin;
  return [
    (0.860117757 + 1.54118254e-4 * T + 1.28641212e-7 * T * T) /
      (1 + 8.42420235e-4 * T + 7.08145163e-7 * T * T),
    (0.317398726 + 4.22806245e-5 * T + 4.20481691e-8 * T * T) /
      (1 - 2.89741816e-5 * T + 1.61456053e-7 * T * T),
  ];
}

/** Unit direction of the locus toward higher mired, and the one across it, on which Duv is counted (up is green). */
function frame(kelvin: number): { across: Uv; along: Uv } {
  const a = planckianUv(kelvin * 1.001);
  const b = planckianUv(kelvin * 0.999);
  const du = b[0] - a[0];
  const dv = b[1] - a[1];
  const length = Math.hypot(du, dv);
  const along: Uv = [du / length, dv / length];
  return { along, across: [-along[1], along[0]] };
}

/** A light as photographers count it: mired (1e6 / kelvin) and Duv, the distance from the locus, + is greener. */
export interface Light {
  mired: number;
  duv: number;
}

export function lightToXy({ mired, duv }: Light): Xy {
  const kelvin = 1e6 / mired;
  const [u, v] = planckianUv(kelvin);
  const { across } = frame(kelvin);
  return uvToXy([u + duv * across[0], v + duv * across[1]]);
}

/** The mired and Duv of a chromaticity: the foot of its perpendicular on the locus, by bisection. */
export function xyToLight(xy: Xy): Light {
  const uv = xyToUv(xy);
  let low = 1e6 / 15000;
  let high = 1e6 / 1000;
  const offset = (mired: number) => {
    const [u, v] = planckianUv(1e6 / mired);
    return { du: uv[0] - u, dv: uv[1] - v, ...frame(1e6 / mired) };
  };
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    const { du, dv, along } = offset(middle);
    if (du * along[0] + dv * along[1] > 0) low = middle;
    else high = middle;
  }
  const mired = (low + high) / 2;
  const { du, dv, across } = offset(mired);
  return { mired, duv: du * across[0] + dv * across[1] };
}
