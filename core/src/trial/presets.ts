import { axisOf, type AxisId } from './axes/index.ts';
import type { AxisSources, AxisValue } from './axes/axis.ts';
import { atRest } from './condition.ts';
import { parseTrial, type Trial, trialKind } from './document.ts';

/** A board to start from. */
export interface TrialPreset {
  readonly id: string;
  readonly label: string;
  readonly about: string;
  readonly rows: AxisId;
  readonly columns: AxisId;
  readonly switch: AxisId | null;
}

/** The first is the one a designer chooses looks by. */
export const trialPresets = [
  {
    id: 'side-by-side',
    label: 'Looks side by side',
    about: 'Every look on the same plates: which to go on with.',
    rows: 'plates',
    columns: 'looks',
    switch: 'exposure',
  },
  {
    id: 'exposures',
    label: 'One look, all exposures',
    about: 'How far over and under the look holds, plate by plate.',
    rows: 'plates',
    columns: 'exposure',
    switch: 'looks',
  },
  {
    id: 'cameras',
    label: 'One look, all cameras',
    about: 'The same light through every profile of the project.',
    rows: 'plates',
    columns: 'cameras',
    switch: 'looks',
  },
  {
    id: 'strengths',
    label: 'Strength ladder',
    about: 'From a quarter to all of the look.',
    rows: 'plates',
    columns: 'strength',
    switch: 'looks',
  },
] as const satisfies readonly TrialPreset[];
export type PresetId = (typeof trialPresets)[number]['id'];

/** A board of a preset over what a project has. Throws where it has no plate or no look. */
export function boardFrom(id: PresetId, sources: AxisSources, lookId = sources.looks[0]?.id): Trial {
  const preset = trialPresets.find((p) => p.id === id)!;
  const [plate] = sources.plates;
  if (!plate || lookId === undefined) throw new RangeError('a board needs a plate and a look');
  const layout = (axis: AxisId, values?: readonly AxisValue[]) => ({
    axis,
    values: [...(values ?? axisOf(axis).usual(sources))],
  });
  const third: AxisId = preset.switch;
  return parseTrial(
    {
      kind: trialKind,
      schemaVersion: 1,
      name: preset.label,
      base: atRest(plate.id, lookId),
      rows: layout(preset.rows),
      columns: layout(preset.columns),
      // A switch of looks shows the one at hand first.
      switch: layout(
        third,
        third === 'exposure'
          ? [-2, -1, 0, 1, 2]
          : [lookId, ...sources.looks.map((l) => l.id).filter((l) => l !== lookId)],
      ),
    },
    preset.label,
  );
}
