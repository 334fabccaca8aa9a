/** The project's monitoring offset, wherever it is typed: exposure card, Monitor view and monitor files all take it from there. */
export const monitorOffsetField = {
  label: 'Camera screen darker by',
  unit: 'st',
  min: 0,
  max: 4,
  step: 0.1,
  rest: 0,
  digits: 1,
  signed: false,
} as const;
