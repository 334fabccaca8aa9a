import { NumberField } from '../ui/NumberField.tsx';

interface StrengthFieldProps {
  label?: string;
  hideLabel?: boolean;
  wide?: boolean;
  className?: string;
  /** 0–1. */
  value: number;
  onChange(value: number): void;
}

/** A strength as percent: the mix of something against none of it. */
export function StrengthField({ label = 'Strength', value, onChange, ...rest }: StrengthFieldProps) {
  return (
    <NumberField
      {...rest}
      label={label}
      unit="%"
      min={0}
      max={100}
      step={1}
      digits={0}
      rest={100}
      value={value * 100}
      onChange={(v) => onChange(v / 100)}
    />
  );
}
