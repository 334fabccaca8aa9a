interface NameInputProps {
  label: string;
  value: string;
  onChange(value: string): void;
  maxLength: number;
}

/** The name of something that is about to be made: the one thing its window asks for, so that it has the focus. */
export function NameInput({ label, value, onChange, maxLength }: NameInputProps) {
  return (
    <label className="flex flex-col gap-1">
      <span className="text-t2">{label}</span>
      <input
        type="text"
        required
        maxLength={maxLength}
        autoFocus
        className="bg-g1 border border-g4 rounded-sm px-2 py-1 focus:outline-none focus:border-violet"
        value={value}
        onChange={(e) => onChange(e.currentTarget.value)}
      />
    </label>
  );
}
