import { z } from 'zod';
import type { Mat3 } from './matrix.ts';

/** What each channel takes of the two others. */
export const mixKeys = [
  'redFromGreen',
  'redFromBlue',
  'greenFromRed',
  'greenFromBlue',
  'blueFromRed',
  'blueFromGreen',
] as const;
export type Mix = Record<(typeof mixKeys)[number], number>;

const labels: Record<keyof Mix, string> = {
  redFromGreen: 'Red from green',
  redFromBlue: 'Red from blue',
  greenFromRed: 'Green from red',
  greenFromBlue: 'Green from blue',
  blueFromRed: 'Blue from red',
  blueFromGreen: 'Blue from green',
};

/** A whole mix of the shares that are given; the others are at rest. */
export const mixOf = (shares: Partial<Mix>): Mix => ({
  ...(Object.fromEntries(mixKeys.map((key) => [key, 0])) as Mix),
  ...shares,
});

/** A schema of six shares, at rest at 0. */
export function mixShape(min: number, max: number) {
  const share = (key: keyof Mix) =>
    z.number().min(min).max(max).default(0).meta({ label: labels[key], unit: '', step: 0.005 });
  return {
    redFromGreen: share('redFromGreen'),
    redFromBlue: share('redFromBlue'),
    greenFromRed: share('greenFromRed'),
    greenFromBlue: share('greenFromBlue'),
    blueFromRed: share('blueFromRed'),
    blueFromGreen: share('blueFromGreen'),
  };
}

/** The 3×3 of a mix. Each row gives away of its own what it takes of others, so that greys stay. */
export const mixMatrix = (p: Mix): Mat3 =>
  [
    1 - p.redFromGreen - p.redFromBlue,
    p.redFromGreen,
    p.redFromBlue,
    p.greenFromRed,
    1 - p.greenFromRed - p.greenFromBlue,
    p.greenFromBlue,
    p.blueFromRed,
    p.blueFromGreen,
    1 - p.blueFromRed - p.blueFromGreen,
  ] as unknown as Mat3;
