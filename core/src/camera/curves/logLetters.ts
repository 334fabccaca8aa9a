/** What the constants of a logarithm are called in equations, y = a·logₙ(c·x + d) + b. */
export const logLetters = {
  base: 'n',
  logSideSlope: 'a',
  logSideOffset: 'b',
  linSideSlope: 'c',
  linSideOffset: 'd',
} as const;
