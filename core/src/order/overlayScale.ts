/** Stops of the scene as the first value of an overlay cube: 0–1 over this span. */
export const overlayStops = { low: -10, high: 10 };
/** Light beyond the display's gamut, as the third value of an overlay cube, is counted up to this much. */
export const maxExcess = 0.1;
