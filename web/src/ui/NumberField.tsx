import { type KeyboardEvent, useId, useLayoutEffect, useRef, useState } from 'react';
import { tip } from './tip.ts';

export interface NumberFieldProps {
  label: string;
  value: number;
  onChange(value: number): void;
  min: number;
  max: number;
  step: number;
  /** What a double click on the label goes back to. */
  rest: number;
  digits: number;
  unit?: string;
  /** Shows a sign before positive numbers. */
  signed?: boolean;
  hideLabel?: boolean;
  /** As wide as its place: the label at its left end, number and unit at its right. */
  wide?: boolean;
  disabled?: boolean;
  className?: string;
}

const format = (value: number, digits: number, signed: boolean) => {
  const text = Math.abs(value).toFixed(digits);
  const isZero = Number(text) === 0;
  return `${value < 0 && !isZero ? '−' : signed && !isZero ? '+' : ''}${text}`;
};

/** Reads what people type: a typographic minus, a comma for the point, the unit behind. NaN where it is anything else. */
function parseNumber(text: string, unit = ''): number {
  const match = /^\s*([+-]?)\s*(\d+[.,]?\d*|[.,]\d+)\s*(\S*)\s*$/.exec(text.replace('−', '-'));
  if (!match || !unit.toLowerCase().startsWith(match[3].toLowerCase())) return NaN;
  return Number(`${match[1]}${match[2].replace(',', '.')}`);
}

/**
 * A number that can be typed. Arrows step, Shift coarse, Alt fine; Enter takes, Escape gives up, Escape again leaves;
 * a double click on the label goes back to rest.
 */
export function NumberField(props: NumberFieldProps) {
  const { label, value, onChange, min, max, step, rest, digits, unit = '', signed = false } = props;
  const id = useId();
  const [draft, setDraft] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  // Taken, given up or stepped: what is typed next goes in its place.
  useLayoutEffect(() => {
    if (draft === null && document.activeElement === input.current) input.current?.select();
  }, [draft, value]);
  const typed = draft === null ? value : parseNumber(draft, unit);
  const wrong = draft !== null && !(typed >= min && typed <= max);
  const hold = (x: number) => Math.min(Math.max(Number(x.toFixed(6)), min), max);

  const take = () => {
    if (draft !== null && !wrong && typed !== value) onChange(hold(typed));
    setDraft(null);
  };
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    const direction = { ArrowUp: 1, ArrowDown: -1 }[event.key];
    if (direction) {
      event.preventDefault();
      const by = step * (event.shiftKey ? 10 : event.altKey ? 0.1 : 1) * direction;
      setDraft(null);
      onChange(hold((Number.isFinite(typed) ? typed : value) + by));
    } else if (event.key === 'Enter') {
      take();
    } else if (event.key === 'Escape') {
      // Once to give up what is typed, once more to leave: then keys are the bench's again.
      if (draft === null) event.currentTarget.blur();
      setDraft(null);
    } else return;
    event.stopPropagation();
  };

  return (
    <span
      className={`${props.wide ? 'flex' : 'inline-flex'} items-baseline gap-1.5 ${props.className ?? ''}`}
    >
      <label
        htmlFor={id}
        className={props.hideLabel ? 'sr-only' : `text-t2 select-none ${props.wide ? 'flex-1' : ''}`}
        {...tip('Double-click to reset')}
        onDoubleClick={() => onChange(rest)}
      >
        {label}
      </label>
      <input
        ref={input}
        id={id}
        type="text"
        inputMode="decimal"
        role="spinbutton"
        aria-valuenow={value}
        aria-valuemin={min}
        aria-valuemax={max}
        aria-valuetext={`${format(value, digits, signed)} ${unit}`.trim()}
        aria-invalid={wrong}
        {...tip(wrong ? `A number from ${min} to ${max}` : undefined)}
        disabled={props.disabled}
        className={`num bg-transparent text-right border-b border-transparent hover:border-g5 focus:border-violet focus:outline-none ${wrong ? 'text-ember' : 'text-t1'} disabled:text-t3`}
        style={{ width: `${Math.max(digits + (max >= 100 ? 5 : 4), 4)}ch` }}
        value={draft ?? format(value, digits, signed)}
        onFocus={(e) => e.currentTarget.select()}
        onChange={(e) => setDraft(e.currentTarget.value)}
        onBlur={take}
        onKeyDown={onKeyDown}
      />
      {unit && (
        <span aria-hidden className="num text-t3 min-w-[2ch]">
          {unit}
        </span>
      )}
    </span>
  );
}
