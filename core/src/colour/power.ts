import { fastExp, fastLog } from '../numeric/fast.ts';

/**
 * x to the power e for x > 0, and 0 for x = 0 where e > 0. A whole bake is made of powers: the result differs from the
 * engine's own, which is many times slower, by some 1e-12 of its size.
 */
export const power = (x: number, e: number): number => fastExp(e * fastLog(x));

/** 10 to the power x, and the logarithm to the base 10, made likewise. */
export const tenTo = (x: number): number => fastExp(Math.LN10 * x);
export const logTen = (x: number): number => fastLog(x) * Math.LOG10E;

/** 2 to the power x, and the logarithm to the base 2. */
export const twoTo = (x: number): number => fastExp(Math.LN2 * x);
export const logTwo = (x: number): number => fastLog(x) * Math.LOG2E;
