import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { inverse, Matrix } from 'ml-matrix';
import { type Characteristic, characteristic, type CurveParams } from './characteristic.ts';
import { type LayerName, layerNames } from './stock.ts';
import { type Wedge, wedgeExposures, wedgeStep } from './wedge.ts';

/** What a wedge says of one layer. Log exposures count from the wedge's first step. */
export interface LayerFit {
  curve: CurveParams;
  /** Slope of the straight line: the steepest of the curve. */
  gamma: number;
  /** Log exposure at 0.15 over Dmin (ISO 5800). */
  speed: number;
  /** Mean slope over 1.3 log units from 0.1 over Dmin on (the rule of ISO 6, from memory). */
  contrastIndex: number;
  /** Stops between the places where the slope is half of gamma; open where the wedge ends before. */
  latitude: { stops: number; open: boolean };
  residuals: { rms: number; most: number; at: readonly number[] };
  /** Standard errors that the noise of the readings leaves: gamma as a share of itself, speed in stops. */
  unsure: { gamma: number; speed: number };
}

export interface WedgeFit {
  layers: Record<LayerName, LayerFit>;
  /** Log exposure, from the first step, that ISO 5800 takes the speed from: between green's and the slowest layer's. */
  speedExposure: number;
  /** Log exposure of an 18 % grey: where a meter set to that speed puts it. */
  greyExposure: number;
}

const limits = { low: [0, 0.3, 0.1, -2, 0.01, 0.01], high: [2, 5, 6, 5, 1, 1.5] };
const paramsOf = ([dMin, range, gamma, speed, toe, shoulder]: ArrayLike<number> &
  Iterable<number>): CurveParams => ({
  dMin,
  dMax: dMin + range,
  gamma,
  speed,
  toe,
  shoulder,
});

/** A first guess from the points themselves. */
function guess(d: readonly number[]): number[] {
  const over = 4;
  const slopes = d.slice(over).map((v, i) => (v - d[i]) / (over * wedgeStep));
  const dMin = Math.min(...d.slice(0, 3));
  const first = d.findIndex((v) => v > dMin + 0.15);
  return [
    dMin,
    Math.max(...d) - dMin + 0.2,
    Math.max(...slopes),
    wedgeExposures[Math.max(first, 0)],
    0.12,
    0.3,
  ];
}

/** How soft a layer's corners are expected to be, as the middle and the spread of their logarithms. */
interface Corners {
  toe: number;
  shoulder: number;
  spread: number;
}
/** Before anything is known of a stock: what negatives do (from memory). */
const usualCorners: Corners = { toe: Math.log(0.15), shoulder: Math.log(0.35), spread: 0.6 };
/** What one reading of a densitometer is unsure by (common practice). */
const densityNoise = 0.01;
/** Places beyond every wedge: where the model tells how its corners stand to what is expected, and its Dmin. */
const beyond = { toe: 1000, shoulder: 1001, base: 1002 };

/**
 * Least squares over the steps. A wedge of 21 steps hardly tells a soft corner from a lower gamma, so that the corners
 * are held near what is expected by as much as the densities are unsure. Everything is weighed by its own noise.
 */
function fitLayer(wedge: Wedge, layer: LayerName, corners: Corners): LayerFit {
  const d = wedge[layer];
  const noise = densityNoise / Math.sqrt(wedge.readings);
  const unlikely = (value: number, usual: number) => (noise * (Math.log(value) - usual)) / corners.spread;
  const baseWeight = Math.sqrt((wedge.base?.readings ?? 0) / wedge.readings);
  const base = wedge.base && baseWeight * wedge.base[layer];
  const modelOf = (p: ArrayLike<number> & Iterable<number>) => {
    const curve = paramsOf(p);
    const { density } = characteristic(curve);
    return (x: number) => {
      if (x === beyond.base) return baseWeight * curve.dMin;
      if (x === beyond.toe) return unlikely(curve.toe, corners.toe);
      if (x === beyond.shoulder) return unlikely(curve.shoulder, corners.shoulder);
      return density(x);
    };
  };
  const places = [
    ...wedgeExposures,
    beyond.toe,
    beyond.shoulder,
    ...(base === undefined ? [] : [beyond.base]),
  ];
  const fitted = levenbergMarquardt(
    {
      x: places,
      y: [...d, 0, 0, ...(base === undefined ? [] : [base])],
    },
    modelOf,
    {
      initialValues: guess(d),
      minValues: limits.low,
      maxValues: limits.high,
      damping: 0.01,
      gradientDifference: 1e-4,
      centralDifference: true,
      maxIterations: 200,
      errorTolerance: 1e-9,
    },
  );
  const curve = paramsOf(fitted.parameterValues);
  const at = characteristic(curve);
  const spreadOf = errorsOf(fitted.parameterValues, (p) => places.map(modelOf(p)), noise);
  const residuals = d.map((v, i) => v - at.density(wedgeExposures[i]));
  return {
    curve,
    gamma: steepest(at),
    speed: curve.speed,
    contrastIndex: meanSlope(at, curve),
    latitude: latitudeOf(at),
    residuals: {
      rms: Math.sqrt(residuals.reduce((sum, r) => sum + r * r, 0) / residuals.length),
      most: Math.max(...residuals.map(Math.abs)),
      at: residuals,
    },
    unsure: {
      gamma: spreadOf((p) => steepest(characteristic(paramsOf(p)))) / steepest(at),
      speed: spreadOf((p) => p[3]) / Math.log10(2),
    },
  };
}

/**
 * Standard error of whatever is read from fitted parameters: noise carried through the slopes of the model (the usual
 * covariance of least squares, σ² (JᵀJ)⁻¹).
 */
function errorsOf(fitted: readonly number[], model: (p: number[]) => number[], noise: number) {
  const by = 1e-4;
  const nudged = (k: number, step: number) => fitted.map((v, i) => (i === k ? v + step : v));
  const slopes = <T>(read: (p: number[]) => T, less: (a: T, b: T) => T) =>
    fitted.map((_, k) => less(read(nudged(k, by)), read(nudged(k, -by))));
  const columns = slopes(model, (a, b) => a.map((v, i) => (v - b[i]) / (2 * by)));
  const jacobian = new Matrix(columns).transpose();
  const covariance = inverse(jacobian.transpose().mmul(jacobian), true).mul(noise ** 2);
  return (read: (p: number[]) => number) => {
    const g = Matrix.columnVector(slopes(read, (a, b) => (a - b) / (2 * by)));
    return Math.sqrt(g.transpose().mmul(covariance).mmul(g).get(0, 0));
  };
}

const wedgeEnd = wedgeExposures[wedgeExposures.length - 1];
const fine = Array.from({ length: 601 }, (_, i) => (wedgeEnd * i) / 600);

const steepest = ({ slope }: Characteristic) => Math.max(...fine.map(slope));

function meanSlope({ density, exposure }: Characteristic, { dMin }: CurveParams): number {
  const from = exposure(dMin + 0.1);
  return (density(from + 1.3) - density(from)) / 1.3;
}

function latitudeOf(curve: Characteristic): LayerFit['latitude'] {
  const half = steepest(curve) / 2;
  const steep = fine.filter((x) => curve.slope(x) >= half);
  const [from, to] = [steep[0], steep[steep.length - 1]];
  return { stops: (to - from) / Math.log10(2), open: from === fine[0] || to === wedgeEnd };
}

/**
 * A meter set to a speed S gives a mid-grey 10/S lux seconds, and S is √2 over the exposure at the speed point (ISO 2721
 * and ISO 5800, from memory): grey lies this much log exposure over it.
 */
const greyOverSpeed = Math.log10(10 / Math.SQRT2);

/** The layers of a stock are coated alike: each one's corners are expected near the mean of all. */
function sharedCorners(layers: Record<LayerName, LayerFit>): Corners {
  const mean = (key: 'toe' | 'shoulder') =>
    layerNames.reduce((sum, n) => sum + Math.log(layers[n].curve[key]), 0) / layerNames.length;
  return { toe: mean('toe'), shoulder: mean('shoulder'), spread: 0.3 };
}

/** Fits a characteristic curve to each layer of a wedge by least squares (Levenberg–Marquardt). */
export function fitWedge(wedge: Wedge): WedgeFit {
  const fitAll = (corners: Corners) =>
    Object.fromEntries(layerNames.map((n) => [n, fitLayer(wedge, n, corners)])) as Record<
      LayerName,
      LayerFit
    >;
  const layers = fitAll(sharedCorners(fitAll(usualCorners)));
  const slowest = Math.max(...layerNames.map((n) => layers[n].speed));
  const speedExposure = (layers.green.speed + slowest) / 2;
  return { layers, speedExposure, greyExposure: speedExposure + greyOverSpeed };
}

/** ISO speed of a wedge whose first step got a known log exposure (lux seconds): S = √2 / H (ISO 5800, from memory). */
export const isoSpeed = ({ speedExposure }: WedgeFit, firstLogExposure: number) =>
  Math.SQRT2 / 10 ** (firstLogExposure + speedExposure);

/** The fitted curves as a stock's layers: exposures counted from an 18 % grey. */
export const layersOfFit = ({ layers, greyExposure }: WedgeFit): Record<LayerName, CurveParams> =>
  Object.fromEntries(
    layerNames.map((n) => [n, { ...layers[n].curve, speed: layers[n].curve.speed - greyExposure }]),
  ) as Record<LayerName, CurveParams>;
