import { Suspense } from 'react';
import { digitsOf } from '@velvet-dusk/core/numberField';
import { balanceLight } from '@velvet-dusk/core/colour/balance';
import { isNeutralShot, neutralShot, type Shot, shotField, shotKeys } from '@velvet-dusk/core/look/shot';
import { practiceChoices } from '@velvet-dusk/core/readings/practice';
import { useOpenProject } from '../../api/openProject.ts';
import { editShot } from '../../state/document.ts';
import { Button } from '../../ui/Button.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import type { CurrentPlate } from '../useBench.ts';
import { FitMenu, useFitEnds } from './FitEnds.tsx';
import { LaneHead } from './LaneHead.tsx';
import { lazily } from '../../ui/lazily.ts';
import { tip } from '../../ui/tip.ts';

// Fetched where a project corrects behind the LUT: the first picture does not wait for it.
const BehindLut = lazily(() => import('./BehindLut.tsx'), 'BehindLut');

/** What a correction is, where its name does not say it. */
const hints: Partial<Record<keyof Shot, string>> = {
  black: 'The black trim: light that haze and flare added, taken off every channel',
  contrast: 'Stops out for a stop in, about mid-grey; colours keep their chromaticity',
};

function Field({ plateId, shot, name }: { plateId: string; shot: Shot; name: keyof Shot }) {
  const field = shotField(name);
  const hint = hints[name];
  return (
    <span className="h-6 flex items-center" {...(hint ? tip(hint) : {})}>
      <NumberField
        wide
        className="flex-1"
        signed={neutralShot[name] === 0}
        {...field}
        digits={name === 'mired' ? 0 : digitsOf(field)}
        value={shot[name]}
        onChange={(v) => editShot(plateId, { [name]: v })}
      />
    </span>
  );
}

/** Corrections of this plate alone: before the look, never in the LUT. */
export function ShotLane(current: CurrentPlate) {
  const { plate, shot } = current;
  const { corrections } = useOpenProject().practice;
  const { run, said } = useFitEnds(current);
  const light = balanceLight(shot);
  const trimmed = !isNeutralShot(shot);
  return (
    <section aria-label="Shot lane">
      <LaneHead name="Shot" fate={practiceChoices.corrections.options[corrections]}>
        <span
          className="num text-t3 ml-3 whitespace-nowrap"
          {...tip('The light this balance takes for white')}
        >
          white {Math.round(light.kelvin)} K
        </span>
        <FitMenu plateId={plate.id} onChoose={(fit) => void run(fit)} />
        {trimmed && (
          <Button kind="text" className="ml-3" onClick={() => editShot(plate.id, neutralShot)}>
            Reset
          </Button>
        )}
      </LaneHead>
      <div className="px-3 grid grid-cols-2 gap-x-6">
        {shotKeys.map((name) => (
          <Field key={name} plateId={plate.id} shot={shot} name={name} />
        ))}
      </div>
      {said?.refused && (
        <p role="alert" className="px-3 pb-1 text-[11.5px] text-ember">
          ▲ {said.text}
        </p>
      )}
      {corrections === 'behind' && trimmed && (
        <Suspense>
          <BehindLut key={plate.id} {...current} />
        </Suspense>
      )}
    </section>
  );
}
