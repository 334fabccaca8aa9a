import { schoolChoices, schoolsSchema } from '@velvet-dusk/core/readings/schools';
import { useSetSetting } from '../../api/settings.ts';
import { setView, useView } from '../../state/view.ts';
import { Choice } from '../../ui/Choice.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Window } from '../../ui/Window.tsx';
import { useOpenProject } from '../useBench.ts';

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
  {
    key: 'monitorDarker',
    label: 'Camera screen darker by',
    unit: 'st',
    min: 0,
    max: 4,
    step: 0.1,
    rest: 0,
    digits: 1,
    signed: false,
  },
] as const;

/** Where practitioners differ, the project says which way it goes; the bands of the readings follow. */
export function SchoolsWindow() {
  const open = useView((s) => s.schoolsOpen);
  const { schools } = useOpenProject();
  const set = useSetSetting('schools');
  return (
    <Window
      open={open}
      onClose={() => setView({ schoolsOpen: false })}
      title="Schools of practice"
      about="Where practitioners differ. The bands of the readings, and with them the proposals, follow what is chosen here."
      width={520}
    >
      <div className="px-5 pb-5 flex flex-col gap-3 text-[13px]">
        {Object.entries(schoolChoices).map(([key, { question, options }]) => (
          <Choice
            key={key}
            label={question}
            value={schools[key as keyof typeof schoolChoices]}
            options={Object.entries(options).map(([value, label]) => ({ value, label }))}
            onChange={(value) => set.mutate(schoolsSchema.parse({ ...schools, [key]: value }))}
          />
        ))}
        {numbers.map(({ key, ...field }) => (
          <NumberField
            key={key}
            {...field}
            wide
            value={schools[key]}
            onChange={(value) => set.mutate({ ...schools, [key]: value })}
          />
        ))}
        {set.error && (
          <p role="alert" className="text-ember">
            ▲ {set.error.message}
          </p>
        )}
      </div>
    </Window>
  );
}
