import { useState } from 'react';

/** A name that is typed in place: Enter or leaving it takes what is there, Escape gives up. */
export function NameField({
  label,
  value,
  onChange,
  maxLength = 80,
}: {
  label: string;
  value: string;
  onChange(value: string): void;
  maxLength?: number;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  const take = () => {
    if (draft !== null && draft.trim() !== '' && draft !== value) onChange(draft.trim());
    setDraft(null);
  };
  return (
    <input
      type="text"
      aria-label={label}
      maxLength={maxLength}
      className="bg-transparent border-b border-g4 hover:border-g5 text-t1 w-[150px] focus:outline-none focus:border-violet"
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
