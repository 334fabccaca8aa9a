import { Select, type SelectOption } from './Select.tsx';

interface ChoiceProps<T extends string> {
  label: string;
  value: T;
  options: readonly SelectOption<T>[];
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
    <span className={`flex items-center gap-2 ${className}`}>
      <span className={hideLabel ? 'sr-only' : 'text-t2 flex-1'}>{label}</span>
      <Select label={label} value={value} options={options} className="max-w-[210px]" onChange={onChange} />
    </span>
  );
}
