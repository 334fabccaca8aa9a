interface ChoiceProps<T extends string> {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange(value: T): void;
  hideLabel?: boolean;
  className?: string;
}

/** One of several, in a list that opens. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
  hideLabel,
  className = '',
}: ChoiceProps<T>) {
  return (
    <label className={`flex items-center gap-2 ${className}`}>
      <span className={hideLabel ? 'sr-only' : 'text-t2 flex-1'}>{label}</span>
      <select
        className="bg-g3 border border-g4 rounded-sm px-2 py-0.5 text-t1 max-w-[210px]"
        value={value}
        onChange={(e) => onChange(e.currentTarget.value as T)}
      >
        {options.map((o) => (
          <option key={o.value} value={o.value}>
            {o.label}
          </option>
        ))}
      </select>
    </label>
  );
}
