import { useEffect, useState } from 'react';
import { signed } from '@velvet-dusk/core/numeric/signed';
import type { Diagnosis } from '@velvet-dusk/core/camera/document/diagnose';
import type { JudgedRow } from '@velvet-dusk/core/camera/document/checkTable';
import type { CheckRow, Profile } from '@velvet-dusk/core/camera/profile';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { ConstantField } from '../../ui/ConstantField.tsx';
import { VerdictMark } from '../../ui/VerdictMark.tsx';
import { analysisEngine } from '../../workers/index.ts';
import { parseRows } from './pastedRows.ts';
import { editProfile, problemsOf } from './profileStore.ts';

const units: { value: CheckRow['unit']; label: string }[] = [
  { value: '10-bit', label: '10-bit code' },
  { value: 'percent', label: '%, black to white' },
  { value: 'code', label: '0–1 of all codes' },
];
const by: { value: CheckRow['by']; label: string }[] = [
  { value: 'reflectance', label: '% reflectance' },
  { value: 'stops', label: 'stops' },
];
const digits = { '10-bit': 1, percent: 2, code: 5 };
function Row({
  judged,
  onChange,
  onRemove,
  n,
}: {
  judged: JudgedRow;
  n: number;
  onChange(c: Partial<CheckRow>): void;
  onRemove(): void;
}) {
  const { row, computed, difference, verdict } = judged;
  return (
    <tr className="border-t border-g3">
      <td className="py-0.5">
        <ConstantField
          hideLabel
          width={72}
          label={`Row ${n}, exposure`}
          value={row.at}
          onChange={(v) => v !== undefined && onChange({ at: v })}
        />
      </td>
      <td>
        <Choice
          hideLabel
          label={`Row ${n}, counted by`}
          value={row.by}
          options={by}
          onChange={(v) => onChange({ by: v })}
        />
      </td>
      <td>
        <ConstantField
          hideLabel
          width={82}
          label={`Row ${n}, value`}
          value={row.value}
          onChange={(v) => v !== undefined && onChange({ value: v })}
        />
      </td>
      <td>
        <Choice
          hideLabel
          label={`Row ${n}, unit`}
          value={row.unit}
          options={units}
          onChange={(v) => onChange({ unit: v })}
        />
      </td>
      <td className="num text-right pr-2">{computed.toFixed(digits[row.unit])}</td>
      <td className="num text-right pr-3">{signed(difference, digits[row.unit])}</td>
      <td>
        <VerdictMark verdict={verdict} word />
      </td>
      <td className="text-right">
        <Button kind="text" aria-label={`Remove row ${n}`} onClick={onRemove}>
          Remove
        </Button>
      </td>
    </tr>
  );
}

/** What single change would make the table agree; asked of the worker, since it tries hundreds. */
function useDiagnosis(profile: Profile): { found: Diagnosis[]; busy: boolean } {
  const [state, setState] = useState<{ profile: Profile | null; found: Diagnosis[] }>({
    profile: null,
    found: [],
  });
  useEffect(() => {
    let current = true;
    if (problemsOf(profile).length > 0) return;
    const timer = setTimeout(() => {
      void analysisEngine.diagnose(profile).then((found) => current && setState({ profile, found }));
    }, 200);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [profile]);
  const fresh = state.profile === profile;
  return { found: fresh ? state.found : [], busy: !fresh };
}

function Verdict({ profile, rows }: { profile: Profile; rows: JudgedRow[] }) {
  const { found, busy } = useDiagnosis(profile);
  const wrong = rows.filter((r) => r.verdict !== 'holds').length;
  if (rows.length === 0)
    return (
      <p className="text-t2">
        Type the table the document prints – what 0 %, 18 % and 90 % reflectance, or stops, come out as – and
        each row is compared with what the constants give. Paste several lines at once below.
      </p>
    );
  if (wrong === 0)
    return (
      <p>
        <VerdictMark verdict="holds" word /> All {rows.length} rows agree within their printed rounding: the
        constants are those of this document.
      </p>
    );
  return (
    <div>
      <p className="pb-1">
        <VerdictMark verdict="fails" word /> {wrong} of {rows.length} rows disagree.{' '}
        {busy
          ? 'Looking for a single change that would explain it …'
          : found.length === 0
            ? 'No single change makes the whole table agree: two constants may be wrong, or it is another document.'
            : 'One change would make the whole table agree:'}
      </p>
      <ul className="flex flex-col gap-1" data-testid="diagnoses">
        {found.map((d, i) => (
          <li key={d.says} className="flex items-baseline gap-3">
            <span className={i === 0 ? 'text-t1' : 'text-t2'}>
              {i === 0 ? 'Likeliest. ' : 'Or: '}
              {d.says}
            </span>
            <Button
              kind="text"
              onClick={() => editProfile(profile.id, () => ({ ...d.profile, checkTable: [...d.rows] }))}
            >
              Take this
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** The maker's own table against the constants, and what is most likely mistyped where they disagree. */
export function DocumentCheck({ profile, rows }: { profile: Profile; rows: JudgedRow[] }) {
  const [pasted, setPasted] = useState('');
  const [trouble, setTrouble] = useState('');
  const set = (change: (table: CheckRow[]) => CheckRow[]) =>
    editProfile(profile.id, (p) => ({ checkTable: change(p.checkTable) }));
  const add = () => {
    const { rows: read, problem } = parseRows(pasted);
    setTrouble(problem ?? '');
    if (problem) return;
    set((table) => [...table, ...read]);
    setPasted('');
  };
  return (
    <section aria-label="Document check" className="p-4 text-[12px] flex flex-col gap-3">
      <Verdict profile={profile} rows={rows} />
      {rows.length > 0 && (
        <table className="w-full">
          <thead>
            <tr className="text-t3 text-left">
              {['At', '', 'Document says', '', 'Computed', 'Difference', 'Verdict', ''].map((h, i) => (
                <th key={i} className={`font-normal pb-1 ${i === 4 || i === 5 ? 'text-right pr-2' : ''}`}>
                  {h || (
                    <span className="sr-only">{['', 'Counted by', '', 'Unit', '', '', '', 'Remove'][i]}</span>
                  )}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((judged, i) => (
              <Row
                key={i}
                n={i + 1}
                judged={judged}
                onChange={(change) => set((t) => t.map((r, k) => (k === i ? { ...r, ...change } : r)))}
                onRemove={() => set((t) => t.filter((_, k) => k !== i))}
              />
            ))}
          </tbody>
        </table>
      )}
      <div className="flex gap-2 items-start">
        <label className="flex-1">
          <span className="text-t2">Rows to add, as the document prints them: exposure, values</span>
          <textarea
            className="num w-full h-[74px] bg-g1 border border-g4 rounded-sm p-1.5"
            placeholder={'18 %, 408, 39.9 %\n+2 st, 575\nwhite 59 IRE'}
            value={pasted}
            onChange={(e) => setPasted(e.currentTarget.value)}
            onKeyDown={(e) => e.stopPropagation()}
          />
        </label>
        <Button className="mt-5" disabled={pasted.trim() === ''} onClick={add}>
          Add rows
        </Button>
      </div>
      {trouble && (
        <p role="alert" className="text-ember">
          ▲ {trouble}
        </p>
      )}
    </section>
  );
}
