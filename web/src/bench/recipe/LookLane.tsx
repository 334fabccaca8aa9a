import { Suspense } from 'react';
import { optionsOf, Select } from '../../ui/Select.tsx';
import { outputs } from '@velvet-dusk/core/render/outputs/index';
import { withOutput } from '@velvet-dusk/core/render/display';
import { renderingPresets } from '@velvet-dusk/core/render/presets';
import type { ToneRendering } from '@velvet-dusk/core/render/rendering';
import { useSetSetting } from '../../api/settings.ts';
import { editLook, useDocument } from '../../state/document.ts';
import { useMeasured } from '../../state/measured.ts';
import { StrengthField } from '../StrengthField.tsx';
import { useOpenProject } from '../../api/openProject.ts';
import { LookChoice } from './LookChoice.tsx';
import { PlateStrength } from './PlateStrength.tsx';
import { LaneHead } from './LaneHead.tsx';
import { BeginFrom } from './BeginFrom.tsx';
import { AddStep } from './AddStep.tsx';
import { StepRow } from './StepRow.tsx';
import { tip } from '../../ui/tip.ts';
import { lazily } from '../../ui/lazily.ts';
import { useFirstPicture } from '../../workers/useFirstPicture.ts';

const gamutFits = [
  { value: 'soft' as const, label: 'soft gamut' },
  { value: 'clip' as const, label: 'hard clip' },
];

function RenderingRow() {
  const rendering = useDocument((s) => s.look.rendering);
  const { viewing } = useOpenProject();
  const setViewing = useSetSetting('viewing');
  const set = (change: Partial<ToneRendering>) =>
    editLook((look) => ({ ...look, rendering: { ...look.rendering, ...change } }));
  return (
    <div className="px-3 min-h-[26px] flex flex-wrap items-center gap-3 text-[12px] border-t border-g3 mt-1">
      {setViewing.error && (
        <p role="alert" className="text-ember w-full">
          ▲ {setViewing.error.message}
        </p>
      )}
      <span
        className="text-t2 flex-1"
        {...tip(
          'From light to a display; part of the cube, common to look and conversion. The display is the project’s, not the look’s.',
        )}
      >
        Rendering
      </span>
      <Select
        kind="line"
        label="Tone scale"
        value={rendering.preset}
        options={optionsOf(renderingPresets)}
        onChange={(preset) => set({ preset })}
      />
      <Select
        kind="line"
        label="Shown on"
        hint="The display this project is shown on, for every look; each export says its own"
        value={viewing.output}
        options={optionsOf(outputs)}
        onChange={(output) => setViewing.mutate(withOutput(viewing, output))}
      />
      <Select
        kind="line"
        label="Gamut fit"
        value={rendering.gamutFit}
        options={gamutFits}
        onChange={(gamutFit) => set({ gamutFit })}
      />
    </div>
  );
}

/** The switch that takes the look's luminance change out again, with what is left of it. */
function ColourOnlyRow() {
  const colourOnly = useDocument((s) => s.look.colourOnly);
  const change = useMeasured((s) => s.analysis?.readings.find((r) => r.id === 'luminanceChange'));
  const moved = useMeasured((s) => s.analysis?.luminanceMoved ?? null);
  return (
    <div className="grid grid-cols-[22px_1fr_auto] items-center h-[25px] px-3 mt-1 text-[12px] border-t border-g3">
      <button
        type="button"
        role="switch"
        aria-checked={colourOnly}
        aria-label="Colour only"
        className="size-[14px] grid place-items-center"
        onClick={() => editLook((look) => ({ ...look, colourOnly: !look.colourOnly }))}
      >
        <span className={`size-[9px] border ${colourOnly ? 'bg-violet border-violet' : 'border-t3'}`} />
      </button>
      <span
        className={colourOnly ? 'text-t1' : 'text-t2'}
        {...tip(
          'Exposure and contrast stay as they came: what the steps do to luminance is taken out again, level by level',
        )}
      >
        Colour only
      </span>
      {change && (
        <span
          className="num text-t3"
          {...tip(
            moved === null
              ? 'The most a grey moves, in % of the signal'
              : 'It is solved on greys. What stays on the colours of this plate: 95 % of its pixels move by less, in % of the signal',
          )}
        >
          {moved === null
            ? `luminance moves ${change.text}`
            : `greys ${change.text}, colours ${moved.toFixed(1)} % remain`}
        </span>
      )}
    </div>
  );
}

/** A first picture does not wait for what rows are dragged by. */
const SortableSteps = lazily(() => import('./SortableSteps.tsx'), 'SortableSteps');

/** The rows as long as they are not dragged. */
function PlainSteps() {
  const steps = useDocument((s) => s.look.steps);
  return (
    <ol>
      {steps.map((step) => (
        <StepRow key={step.id} step={step} />
      ))}
    </ol>
  );
}

/** The steps that travel in the LUT. */
export function LookLane() {
  const strength = useDocument((s) => s.look.strength);
  const notes = useMeasured((s) => s.notes);
  const isShown = useFirstPicture();
  return (
    <section aria-label="Look lane">
      <LookChoice />
      <BeginFrom />
      <LaneHead name="Look" fate="travels in the LUT">
        <StrengthField
          className="ml-2"
          hideLabel
          label="Look strength"
          value={strength}
          onChange={(v) => editLook((look) => ({ ...look, strength: v }))}
        />
      </LaneHead>
      <PlateStrength />
      <Suspense fallback={<PlainSteps />}>{isShown ? <SortableSteps /> : <PlainSteps />}</Suspense>
      <AddStep />
      {notes.map((note) => (
        <p key={note} role="status" className="px-3 py-1 text-[12px] text-close">
          ◐ {note}.
        </p>
      ))}
      <ColourOnlyRow />
      <RenderingRow />
    </section>
  );
}
