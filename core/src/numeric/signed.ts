/** A number with its sign always shown, the minus as typographers set it. */
export const signed = (x: number, digits: number) => `${x < 0 ? '−' : '+'}${Math.abs(x).toFixed(digits)}`;

/** The same, but a number that is shown as 0 has no sign. */
export function difference(x: number, digits: number): string {
  const text = Math.abs(x).toFixed(digits);
  return Number(text) === 0 ? text : signed(x, digits);
}
