import { quickExp, quickLog } from '../numeric/quick.ts';

/**
 * x to the power e for x > 0, and 0 for x = 0 where e > 0. A whole bake is made of powers: the result differs from the
 * engine's own, which is many times slower, by some 1e-12 of its size.
 */
export const power = (x: number, e: number): number => quickExp(e * quickLog(x));

/** 10 to the power x, and the logarithm to the base 10, made likewise. */
export const tenTo = (x: number): number => quickExp(Math.LN10 * x);
export const logTen = (x: number): number => quickLog(x) * Math.LOG10E;

/** 2 to the power x, and the logarithm to the base 2. */
export const twoTo = (x: number): number => quickExp(Math.LN2 * x);
export const logTwo = (x: number): number => quickLog(x) * Math.LOG2E;
