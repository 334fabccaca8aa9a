import { memo } from 'react';
import { type LookStep, stepName } from '@velvet-dusk/core/look/document';
import { digitsOf, type NumberFieldSpec } from '@velvet-dusk/core/numberField';
import { stepDefinition, type StepType } from '@velvet-dusk/core/look/steps/index';
import {
  duplicateStep,
  editParams,
  editStep,
  moveStep,
  removeStep,
  useDocument,
} from '../../state/document.ts';
import { useMeasured } from '../../state/measured.ts';
import { chooseStep, setView, togglePart, useView } from '../../state/view.ts';
import { Button } from '../../ui/Button.tsx';
import { dockOf } from '../dock/docks.ts';
import { responseKinds } from '../dock/response/responseKinds.ts';
import { stepNumbers } from '../dock/stepNumbers.ts';
import { CdlFiles } from './CdlFiles.tsx';
import { isStepShown } from '../shownPart.ts';
import { StepWords } from './StepWords.tsx';
import { type FieldTable, fieldTables } from './fieldTables.ts';
import { StrengthField } from '../StrengthField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import type { Draggable } from '../../ui/Sortable.tsx';
import { tip } from '../../ui/tip.ts';

interface ParamFieldProps {
  step: LookStep;
  name: string;
  spec: NumberFieldSpec;
  hideLabel: boolean;
}

function ParamField({ step, name, spec, hideLabel }: ParamFieldProps) {
  return (
    <NumberField
      {...spec}
      hideLabel={hideLabel}
      digits={digitsOf(spec)}
      signed={spec.min < 0}
      value={step.params[name] as number}
      onChange={(v) => editParams(step.id, () => ({ [name]: v }))}
    />
  );
}

interface ParamTableProps {
  step: LookStep;
  table: FieldTable;
  specs: ReadonlyMap<string, NumberFieldSpec>;
}

/** Numbers that belong together in rows and columns, each still named whole for those who do not see the table. */
function ParamTable({ step, table, specs }: ParamTableProps) {
  return (
    <table className="w-full">
      <thead>
        <tr className="text-t3 text-right">
          <th>
            <span className="sr-only">Which</span>
          </th>
          {table.columns.map((c) => (
            <th key={c} className="font-normal">
              {c}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {table.rows.map(({ label, keys }) => (
          <tr key={label}>
            <th className="font-normal text-left text-t2">{label}</th>
            {keys.map((key, i) => (
              <td key={i} className="text-right">
                {key && (
                  <ParamField step={step} name={key} spec={{ ...specs.get(key)!, unit: '' }} hideLabel />
                )}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What can be done with a whole step. */
function StepMoves({ step }: { step: LookStep }) {
  const { label } = stepDefinition(step.type);
  const shown = useView(({ part }) => (part?.stepId === step.id ? part.how : null));
  return (
    <span className="flex flex-wrap gap-x-3 w-full">
      <Button
        kind="text"
        aria-pressed={shown === 'alone'}
        aria-label={`Only ${label}`}
        {...tip('See this step alone (S)')}
        className={shown === 'alone' ? 'text-ember' : ''}
        onClick={() => togglePart({ stepId: step.id, how: 'alone' })}
      >
        Only this step
      </Button>
      <Button
        kind="text"
        aria-pressed={shown === 'asFar'}
        aria-label={`As far as ${label}`}
        {...tip('See the picture as far as this step (A); [ and ] go through the recipe')}
        className={shown === 'asFar' ? 'text-ember' : ''}
        onClick={() => togglePart({ stepId: step.id, how: 'asFar' })}
      >
        As far as this
      </Button>
      <Button kind="text" aria-label={`Move ${label} up`} onClick={() => moveStep(step.id, -1)}>
        Move up
      </Button>
      <Button kind="text" aria-label={`Move ${label} down`} onClick={() => moveStep(step.id, 1)}>
        Move down
      </Button>
      <Button
        kind="text"
        aria-label={`Duplicate ${label}`}
        onClick={() => setView({ stepId: duplicateStep(step.id) })}
      >
        Duplicate
      </Button>
      <Button
        kind="text"
        aria-label={`Copy ${label}`}
        {...tip('Takes the step along: Add a step pastes it, in this look or another')}
        onClick={() => setView({ copied: step })}
      >
        Copy
      </Button>
      <Button kind="text" aria-label={`Remove ${label}`} onClick={() => removeStep(step.id)}>
        Remove
      </Button>
    </span>
  );
}

const partText = { alone: 'alone', asFar: 'as far' };
const effectText = (step: LookStep, effect: number | undefined) => {
  if (!step.on) return 'off';
  if (effect === undefined) return '';
  return effect < 0.05 ? '–' : `ΔE ${effect.toFixed(1)}`;
};

/** Steps whose numbers always stand in their dock; the row keeps a summary. */
const inDock: readonly string[] = [
  'hueBelt',
  'curves',
  'satByLuminance',
  'satBySaturation',
  'colourBox',
  'drawTogether',
  'skinKeep',
  'placedLut',
  'negative',
  'print',
];

/** The numbers of a chosen step, its strength, and what can be done with it. */
function StepDetails({ step, fields }: { step: LookStep; fields: [key: string, spec: NumberFieldSpec][] }) {
  const table = fieldTables[step.type];
  const tabled = new Set(table?.rows.flatMap((r) => r.keys));
  return (
    <div className="flex flex-wrap justify-between gap-x-3 px-3 pl-[34px] pb-1.5 text-[12px]">
      {table && fields.length > 0 && <ParamTable step={step} table={table} specs={new Map(fields)} />}
      {step.type === 'cdl' && <CdlFiles step={step} />}
      {fields
        .filter(([name], i) => (table ? !tabled.has(name) : i > 0))
        .map(([name, spec]) => (
          <ParamField key={name} step={step} name={name} spec={spec} hideLabel={false} />
        ))}
      <StrengthField value={step.strength} onChange={(strength) => editStep(step.id, { strength })} />
      <StepWords step={step} />
      <StepMoves step={step} />
    </div>
  );
}

/** One step: on or off, name, its main number, what it does to this plate; more when it is chosen. */
export const StepRow = memo(function StepRow({ step, drag }: { step: LookStep; drag?: Draggable }) {
  const definition = stepDefinition(step.type);
  const selected = useView((s) => s.stepId === step.id);
  const part = useView((s) => s.part);
  const isShown = useDocument(({ look }) => isStepShown(look, part, step.id));
  const effect = useMeasured((s) => s.effects.get(step.id));
  const type = step.type as StepType;
  const dockShows = useView((s) => s.stepId === step.id && s.dock === dockOf[type]) && responseKinds[type];
  const fields = inDock.includes(type) || dockShows ? [] : [...stepNumbers(type)];
  const isActive = step.on && isShown;
  return (
    <li className={selected ? 'bg-g3 shadow-[inset_2px_0_var(--color-violet)]' : ''} {...drag?.item}>
      <div className="relative grid grid-cols-[22px_1fr_auto_58px] items-center h-[25px] px-3 group">
        <span
          aria-hidden
          data-testid={`grip ${step.id}`}
          {...tip('Drag to another place; Move up and Move down do the same')}
          className="absolute left-[1px] w-[10px] h-full grid place-items-center cursor-ns-resize touch-none opacity-0 group-hover:opacity-100"
          {...drag?.grip}
        >
          <span className="w-[5px] h-[9px] border-y border-t3" />
        </span>
        <button
          type="button"
          role="switch"
          aria-checked={step.on}
          aria-label={`${definition.label} on`}
          className="size-[14px] grid place-items-center"
          onClick={() => editStep(step.id, { on: !step.on })}
        >
          <span className={`size-[9px] border ${step.on ? 'bg-t2 border-t2' : 'border-t3'}`} />
        </button>
        <button
          type="button"
          aria-expanded={selected}
          className={`text-left truncate ${isActive ? (selected ? 'text-t1' : 'text-t2') : 'text-t3'} hover:text-t1`}
          {...tip(step.note ?? (step.name && definition.label))}
          onClick={() => chooseStep(step.id, dockOf[type])}
        >
          {stepName(step)}
        </button>
        {fields.length > 0 && !fieldTables[step.type] ? (
          <ParamField step={step} name={fields[0][0]} spec={fields[0][1]} hideLabel />
        ) : (
          <span className="num text-t2 truncate max-w-[130px]">{definition.summary(step.params)}</span>
        )}
        <span
          className="num text-right text-t3"
          {...tip('Mean ΔE2000 of this plate with and without the step')}
        >
          {part?.stepId === step.id ? partText[part.how] : effectText(step, effect)}
        </span>
      </div>
      {selected && <StepDetails step={step} fields={fields} />}
    </li>
  );
});
