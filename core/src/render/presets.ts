/** Tone scale presets: how much of the scene's range the display gets, and how steeply. Invented for this project. */
export const renderingPresets = {
  wide: { label: 'Wide', whiteStops: 7, contrast: 1.3 },
  standard: { label: 'Standard', whiteStops: 5.5, contrast: 1.5 },
  punchy: { label: 'Punchy', whiteStops: 4.5, contrast: 1.75 },
} as const;
export type RenderingPreset = keyof typeof renderingPresets;

/** Where mid-grey lands, as signal: 42 %, the default of the design. */
export const defaultGreySignal = 0.42;
/** Scene black, as signal: clean, just above 0 (common practice). */
export const defaultBlackSignal = 0.004;
