import { ToggleGroup } from 'radix-ui';
import { tip } from './tip.ts';

interface SegmentsProps<T extends string> {
  label: string;
  value: T;
  options: readonly { value: T; label: string; hint?: string }[];
  onChange(value: T): void;
  small?: boolean;
}

/** One of a few, side by side; the chosen one is underlined. */
export function Segments<T extends string>({ label, value, options, onChange, small }: SegmentsProps<T>) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      onValueChange={(v) => v !== '' && onChange(v as T)}
      className="flex items-center"
    >
      {options.map((o) => (
        <ToggleGroup.Item
          key={o.value}
          value={o.value}
          {...tip(o.hint)}
          className={`${small ? 'px-1.5 text-[11.5px]' : 'px-2 text-[12.5px]'} py-1 whitespace-nowrap border-b-2 border-transparent text-t2 hover:text-t1 data-[state=on]:text-t1 data-[state=on]:border-violet`}
        >
          {o.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
