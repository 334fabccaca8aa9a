import { stemOf } from '@velvet-dusk/core/formats/lutFormats/stem';
import { useState } from 'react';
import { repairKinds } from '@velvet-dusk/core/inspect/repair/index';
import type { RepairReadings } from '@velvet-dusk/core/inspect/repair/readings';
import type { RepairField, RepairKind, RepairSettings } from '@velvet-dusk/core/inspect/repair/repair';
import type { FullReport } from '@velvet-dusk/core/inspect/report/report';
import { sendInspected } from '../../api/inspected.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { atOnce, inspectCrew } from '../../workers/crew.ts';
import type { MadeFile, Mended } from '../../workers/inspect.ts';
import { setInspectView } from '../../state/inspectView.ts';
import { useInspectSetting } from './reports.ts';
import { reportOf, type Row } from './tableColumns.ts';

function Field({
  field,
  value,
  onChange,
}: {
  field: RepairField;
  value: number | string;
  onChange(value: number | string): void;
}) {
  if (field.kind === 'choice')
    return (
      <Choice
        label={field.label}
        value={String(value)}
        options={Object.entries(field.options).map(([id, label]) => ({ value: id, label }))}
        onChange={onChange}
      />
    );
  const { label, unit, min, max, step, rest } = field;
  return (
    <NumberField
      label={label}
      unit={unit}
      min={min}
      max={max}
      step={step}
      rest={rest}
      value={Number(value)}
      digits={step < 1 ? 1 : 0}
      onChange={onChange}
    />
  );
}

const shown: readonly [keyof Omit<RepairReadings, 'faults'>, string, number, string][] = [
  ['midGrey', 'Mid-grey', 1, ' %'],
  ['black', 'Black', 1, ' %'],
  ['white', 'White', 1, ' %'],
  ['contrast', 'Contrast', 2, ''],
  ['saturation', 'Saturation', 2, ''],
];

/** Readings before and after. */
function BeforeAfter({ before, after }: { before: RepairReadings; after: RepairReadings }) {
  return (
    <dl className="flex flex-wrap gap-x-4">
      {shown.map(([id, label, digits, unit]) => (
        <div key={id} className="flex gap-1.5">
          <dt className="text-t3">{label}</dt>
          <dd className="num">
            {before[id].toFixed(digits)} → {after[id].toFixed(digits)}
            {unit}
          </dd>
        </div>
      ))}
      <div className="flex gap-1.5">
        <dt className="text-t3">Faults</dt>
        <dd>
          {before.faults.join(', ') || 'none'} → {after.faults.join(', ') || 'none'}
        </dd>
      </div>
    </dl>
  );
}

/** What a repair made, and how far it is from what it was made of. */
function Made({
  row,
  kind,
  result,
  rows,
}: {
  row: Row;
  kind: RepairKind;
  result: Mended;
  rows: readonly Row[];
}) {
  const { id } = useOpenProject();
  const [trouble, setTrouble] = useState('');
  const keep = async ({ suffix, text }: MadeFile) => {
    try {
      setTrouble('');
      const file = await sendInspected(id, {
        path: `${stemOf(row.file.path)}_${suffix}.cube`,
        body: new Blob([text]),
        origin: `${kind.label.toLowerCase()} of ${row.file.path}`.slice(0, 500),
      });
      setInspectView({ fileId: file.id, tab: 'report' });
    } catch (error) {
      setTrouble((error as Error).message);
    }
  };
  const save = ({ suffix, text }: MadeFile) => {
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([text]));
    link.download = `${stemOf(row.file.path).split('/').pop()}_${suffix}.cube`;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return (
    <div className="grid gap-2" data-testid="repaired">
      {result.note && <p className="text-t2">{result.note}</p>}
      {result.difference && (
        <p className="num text-t2">
          ΔE {result.difference.lattice.mean.toFixed(2)} from what it was in the mean, worst{' '}
          {result.difference.lattice.max.toFixed(1)}; greys {result.difference.neutral.mean.toFixed(2)}
        </p>
      )}
      {result.made.map((file) => {
        const path = `${stemOf(row.file.path)}_${file.suffix}.cube`;
        const isThere = rows.some((r) => r.file.path === path);
        return (
          <div key={file.suffix} className="flex flex-wrap items-baseline gap-3">
            <span className="text-t1">{path.split('/').pop()}</span>
            <Button onClick={() => void keep(file)}>
              {isThere ? 'Put it into the list under another name' : 'Put it into the list'}
            </Button>
            <Button kind="text" onClick={() => save(file)}>
              Save as a file
            </Button>
            {file.readings && <BeforeAfter before={result.before} after={file.readings} />}
          </div>
        );
      })}
      {trouble && (
        <p role="alert" className="text-ember">
          ▲ {trouble}
        </p>
      )}
    </div>
  );
}

/** Mending: always a new document, with how far it is from the old one. */
export function RepairView({ row, rows, report }: { row: Row; rows: readonly Row[]; report: FullReport }) {
  const setting = useInspectSetting();
  const [kindId, setKindId] = useState(repairKinds[0].id);
  const [settings, setSettings] = useState<RepairSettings>({});
  const [otherId, setOtherId] = useState('');
  const [result, setResult] = useState<Mended | null>(null);
  const [state, setState] = useState<'rest' | 'running' | string>('rest');
  const kind = repairKinds.find((k) => k.id === kindId)!;
  const others = rows.filter((r) => r !== row && reportOf(r));
  const other = others.find((r) => r.file.id === otherId) ?? others[0];
  const run = async () => {
    setState('running');
    setResult(null);
    try {
      const second = kind.usesOther && other ? other.order : null;
      setResult(
        await inspectCrew().run('repair', [row.order, kind.id, settings, second, setting], {
          priority: atOnce,
        }),
      );
      setState('rest');
    } catch (error) {
      setState((error as Error).message);
    }
  };
  return (
    <div className="p-5 pt-3 grid gap-3 text-[12.5px]">
      <div role="radiogroup" aria-label="Repairs" className="flex flex-wrap gap-x-3 gap-y-1">
        {repairKinds.map((k) => (
          <button
            key={k.id}
            type="button"
            role="radio"
            aria-checked={k.id === kindId}
            className={`border-b-2 py-0.5 ${k.id === kindId ? 'border-violet text-t1' : 'border-transparent text-t2 hover:text-t1'}`}
            onClick={() => {
              setKindId(k.id);
              setSettings({});
              setResult(null);
              setState('rest');
            }}
          >
            {k.label}
          </button>
        ))}
      </div>
      <p className="text-t2">{kind.about}</p>
      <div className="flex flex-wrap items-center gap-4">
        {kind.fields.map((field) => (
          <Field
            key={field.id}
            field={field}
            value={settings[field.id] ?? field.rest}
            onChange={(v) => setSettings((s) => ({ ...s, [field.id]: v }))}
          />
        ))}
        {kind.usesOther &&
          (other ? (
            <Choice
              label="Then"
              value={other.file.id}
              options={others.map((r) => ({ value: r.file.id, label: r.file.path }))}
              onChange={setOtherId}
            />
          ) : (
            <span className="text-t3">Bring another file first.</span>
          ))}
        <Button
          kind="main"
          disabled={state === 'running' || (kind.usesOther && !other)}
          onClick={() => void run()}
        >
          {state === 'running' ? 'At work …' : 'Make it'}
        </Button>
      </div>
      {state !== 'rest' && state !== 'running' && (
        <p role="alert" className="text-ember">
          ▲ {state}
        </p>
      )}
      {result && <Made row={row} kind={kind} result={result} rows={rows} />}
      <p className="text-t3">
        {row.file.path.split('/').pop()} stays as it is.{' '}
        {report.faults.length === 0 ? '' : 'What is wrong with it stands in the report, with what helps.'}
      </p>
    </div>
  );
}
