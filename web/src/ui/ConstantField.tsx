import { type KeyboardEvent, useId, useState } from 'react';
import { tip } from './tip.ts';

interface ConstantFieldProps {
  label: string;
  value: number | undefined;
  /** Undefined where an optional constant is emptied. */
  onChange(value: number | undefined): void;
  optional?: boolean;
  unit?: string;
  /** What the equation calls it. */
  letter?: string;
  hideLabel?: boolean;
  /** What is wrong with the value, if anything is. */
  problem?: string | undefined;
  width?: number;
  /** Said in the field while it is empty. */
  placeholder?: string | undefined;
}

const parse = (text: string) =>
  text.trim() === '' ? NaN : Number(text.trim().replace(',', '.').replace('−', '-'));

/** One unit in the last place a number shows. */
function lastPlace(value: number): number {
  const decimals = /\.(\d+)/.exec(String(value))?.[1].length ?? 0;
  return 10 ** -Math.min(decimals, 6);
}

/** A constant as a document prints it: all its digits, typed; arrows step its last place. */
export function ConstantField(props: ConstantFieldProps) {
  const {
    label,
    value,
    onChange,
    optional = false,
    unit,
    letter,
    hideLabel,
    problem,
    width = 150,
    placeholder,
  } = props;
  const id = useId();
  const [draft, setDraft] = useState<string | null>(null);
  const typed = draft === null ? value : parse(draft);
  const empty = draft !== null && draft.trim() === '';
  const wrong = draft !== null && !(empty && optional) && !Number.isFinite(typed);
  const take = () => {
    if (draft !== null && !wrong) onChange(empty ? undefined : typed);
    setDraft(null);
  };
  const onKeyDown = (e: KeyboardEvent) => {
    e.stopPropagation();
    const direction = { ArrowUp: 1, ArrowDown: -1 }[e.key];
    if (direction && typed !== undefined && Number.isFinite(typed)) {
      e.preventDefault();
      const by = lastPlace(typed) * (e.shiftKey ? 10 : 1) * direction;
      setDraft(null);
      onChange(Number((typed + by).toFixed(12)));
    } else if (e.key === 'Enter') take();
    else if (e.key === 'Escape') setDraft(null);
  };
  return (
    <div className="flex items-center gap-2 min-h-[24px]">
      <label htmlFor={id} className={hideLabel ? 'sr-only' : 'flex-1 text-t2'}>
        {label}
        {unit && <span className="text-t3"> {unit}</span>}
      </label>
      {letter && (
        <span aria-hidden className="num text-t3">
          {letter} =
        </span>
      )}
      <input
        id={id}
        type="text"
        inputMode="decimal"
        className={`num bg-g1 border rounded-sm px-1.5 py-0.5 text-right focus:outline-none focus:border-violet ${wrong || problem ? 'border-ember text-ember' : 'border-g4 text-t1'}`}
        style={{ width }}
        aria-invalid={wrong || problem !== undefined}
        {...tip(wrong ? 'A number is needed' : problem)}
        placeholder={placeholder ?? (optional ? 'from the break' : undefined)}
        value={draft ?? (value === undefined ? '' : String(value))}
        onFocus={(e) => e.currentTarget.select()}
        onChange={(e) => setDraft(e.currentTarget.value)}
        onBlur={take}
        onKeyDown={onKeyDown}
      />
    </div>
  );
}
