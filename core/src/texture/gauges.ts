/**
 * Film gauges by the width of a 16:9 picture on them, mm: from the camera apertures, in full width where the aperture
 * is high enough (from memory; the standards round differently by a few per cent). To add one: a line here.
 */
export const gauges = {
  '8mm': { label: '8 mm', width: 5.8 },
  '16mm': { label: '16 mm', width: 12.4 },
  '35mm': { label: '35 mm', width: 24.9 },
  '65mm': { label: '65 mm', width: 39.3 },
} as const;

export type GaugeId = keyof typeof gauges;
export const gaugeIds = Object.keys(gauges) as [GaugeId, ...GaugeId[]];
