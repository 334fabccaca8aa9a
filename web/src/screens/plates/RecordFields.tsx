import { useState } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import {
  readEntry,
  type RecordKey,
  recordField,
  recordKeys,
  type ShotRecord,
} from '@velvet-dusk/core/recording/shotRecord';
import { editPlates } from '../../state/document.ts';

const minus = (value: ShotRecord[RecordKey]) => (value === null ? '' : String(value).replace('-', '−'));

/** One entry of the records of some plates, typed in place. Where they differ it is empty and says so. */
function Entry({ entry, plates }: { entry: RecordKey; plates: readonly Plate[] }) {
  const [draft, setDraft] = useState<string | null>(null);
  const [trouble, setTrouble] = useState('');
  const { label, unit, isNumber } = recordField(entry);
  const values = [...new Set(plates.map((p) => p.record[entry]))];
  const shown = values.length === 1 ? minus(values[0]) : '';
  const take = () => {
    if (draft !== null && draft.trim() !== shown)
      try {
        const change = readEntry(entry, draft);
        editPlates(
          plates.map((p) => p.id),
          ({ record }) => ({ record: { ...record, ...change } }),
        );
      } catch (error) {
        setTrouble((error as Error).message);
        return;
      }
    setTrouble('');
    setDraft(null);
  };
  return (
    <label className={`flex flex-wrap items-baseline gap-x-2 ${isNumber ? '' : 'col-span-2'}`}>
      <span className="text-t2 whitespace-nowrap">{label}</span>
      <input
        type="text"
        inputMode={isNumber ? 'decimal' : 'text'}
        aria-label={label}
        aria-invalid={trouble !== ''}
        maxLength={120}
        placeholder={values.length > 1 ? 'several' : '–'}
        className={`flex-1 min-w-10 bg-transparent border-b hover:border-g5 focus:border-violet focus:outline-none text-t1 placeholder:text-t3 ${isNumber ? 'num text-right' : ''} ${trouble ? 'border-ember' : 'border-g4'}`}
        value={draft ?? shown}
        onChange={(e) => setDraft(e.currentTarget.value)}
        onBlur={take}
        onKeyDown={(e) => {
          // Keys of the station are letters too.
          e.stopPropagation();
          if (e.key === 'Enter') take();
          if (e.key === 'Escape') {
            setDraft(null);
            setTrouble('');
          }
        }}
      />
      {unit && <span className="num text-t3">{unit}</span>}
      {trouble && (
        <span role="alert" className="basis-full text-ember">
          ▲ {trouble}
        </span>
      )}
    </label>
  );
}

/** The shot records of some plates; what is typed goes to all of them, in one step of undo. */
export const RecordFields = ({ plates }: { plates: readonly Plate[] }) => (
  <div className="grid grid-cols-2 gap-x-4 gap-y-1">
    {recordKeys.map((key) => (
      <Entry key={key} entry={key} plates={plates} />
    ))}
  </div>
);
