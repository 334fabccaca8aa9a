import { useState } from 'react';

interface NameFieldProps {
  label: string;
  value: string;
  onChange(value: string): void;
  maxLength?: number;
  /** Shown where there is none. */
  placeholder?: string;
  /** Whether one that is emptied is taken. */
  mayBeEmpty?: boolean;
  className?: string;
}

/** A name that is typed in place: Enter or leaving it takes what is there, Escape gives up. */
export function NameField({
  label,
  value,
  onChange,
  maxLength = 80,
  placeholder,
  mayBeEmpty = false,
  className = 'w-[150px]',
}: NameFieldProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const take = () => {
    const typed = draft?.trim();
    if (typed !== undefined && (mayBeEmpty || typed !== '') && typed !== value) onChange(typed);
    setDraft(null);
  };
  return (
    <input
      type="text"
      aria-label={label}
      maxLength={maxLength}
      placeholder={placeholder}
      className={`bg-transparent border-b border-g4 hover:border-g5 text-t1 placeholder:text-t3 focus:outline-none focus:border-violet ${className}`}
      value={draft ?? value}
      onChange={(e) => setDraft(e.currentTarget.value)}
      onBlur={take}
      onKeyDown={(e) => {
        if (e.key === 'Enter') e.currentTarget.blur();
        if (e.key === 'Escape') {
          setDraft(null);
          e.stopPropagation();
        }
      }}
    />
  );
}
