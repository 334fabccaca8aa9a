/** A number with its sign always shown, the minus as typographers set it. */
export const signed = (x: number, digits: number) => `${x < 0 ? '−' : '+'}${Math.abs(x).toFixed(digits)}`;
