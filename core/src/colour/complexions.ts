/** Skin from the fairest to the deepest: Oklab hue, saturation and stops from mid-grey when well lit (from memory). */
export const complexions = [
  { hue: 44, saturation: 0.05, stops: 1.4 },
  { hue: 48, saturation: 0.07, stops: 1 },
  { hue: 54, saturation: 0.085, stops: 0.5 },
  { hue: 58, saturation: 0.1, stops: -0.1 },
  { hue: 56, saturation: 0.1, stops: -0.9 },
  { hue: 52, saturation: 0.085, stops: -1.8 },
];
