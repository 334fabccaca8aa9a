/** Display code 0–1 as a colour of the page. */
export const swatchText = (rgb: readonly number[]): string =>
  `rgb(${rgb.map((v) => Math.round(Math.min(Math.max(v, 0), 1) * 255)).join(' ')})`;
