import { practiceChoices, practiceSchema } from '@velvet-dusk/core/readings/practice';
import { meterCard } from '@velvet-dusk/core/camera/exposureCard';
import { useCurrentPlate } from '../useBench.ts';
import { monitorOffsetField } from './monitorOffset.ts';
import { useSetSetting } from '../../api/settings.ts';
import { setView, useView } from '../../state/view.ts';
import { Choice } from '../../ui/Choice.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Window } from '../../ui/Window.tsx';
import { useOpenProject } from '../../api/openProject.ts';

const numbers = [
  {
    key: 'skinLean',
    label: 'Skin leans',
    unit: '°',
    min: -20,
    max: 20,
    step: 0.5,
    rest: 0,
    digits: 1,
    signed: true,
  },
  {
    key: 'skinLevel',
    label: 'Skin is aimed at',
    unit: '%',
    min: 20,
    max: 80,
    step: 1,
    rest: 50,
    digits: 0,
    signed: false,
  },
  { key: 'monitorOffsetStops', ...monitorOffsetField },
] as const;

/** What the meter of the camera at hand shows of footage that is exposed by its darker screen. */
function MeterLevels({ stopsOver }: { stopsOver: number }) {
  const current = useCurrentPlate();
  if (!current || stopsOver === 0) return null;
  const { rows, warnings } = meterCard(current.profile, stopsOver);
  return (
    <p className="text-t2 text-[12px]" role="status">
      Exposed by that screen, the meter of {current.profile.name} shows{' '}
      {rows.map((r) => `${r.label.toLowerCase()} at ${r.percent.toFixed(0)}\u00a0%`).join(', ')}.
      {warnings.map((w) => (
        <span key={w} className="text-ember">
          {' '}
          ▲ {w}
        </span>
      ))}
    </p>
  );
}

/** Where practitioners differ, the project says which way it goes; the bands of the readings follow. */
export function PracticeWindow() {
  const open = useView((s) => s.practiceOpen);
  const { practice } = useOpenProject();
  const set = useSetSetting('practice');
  return (
    <Window
      open={open}
      onClose={() => setView({ practiceOpen: false })}
      title="Schools of practice"
      about="Where practitioners differ. The bands of the readings, and with them the proposals, follow what is chosen here."
      width={520}
    >
      <div className="px-5 pb-5 flex flex-col gap-3 text-[13px]">
        {Object.entries(practiceChoices).map(([key, { question, options }]) => (
          <Choice
            key={key}
            label={question}
            value={practice[key as keyof typeof practiceChoices]}
            options={Object.entries(options).map(([value, label]) => ({ value, label }))}
            onChange={(value) => set.mutate(practiceSchema.parse({ ...practice, [key]: value }))}
          />
        ))}
        {numbers.map(({ key, ...field }) => (
          <NumberField
            key={key}
            {...field}
            wide
            value={practice[key]}
            onChange={(value) => set.mutate({ ...practice, [key]: value })}
          />
        ))}
        <MeterLevels stopsOver={practice.monitorOffsetStops} />
        {set.error && (
          <p role="alert" className="text-ember">
            ▲ {set.error.message}
          </p>
        )}
      </div>
    </Window>
  );
}
