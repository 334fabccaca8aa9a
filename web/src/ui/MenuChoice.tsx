import { DropdownMenu } from 'radix-ui';
import { type MenuOption, OptionMenu } from './OptionMenu.tsx';

interface MenuChoiceProps<T extends string> {
  label: string;
  value: T;
  /** The value at which nothing is chosen: the trigger then shows the label alone. */
  rest: T;
  options: readonly MenuOption<T>[];
  onChange(value: T): void;
}

/** One of several in a menu, for a bar without room for all of them. */
export function MenuChoice<T extends string>({ label, value, rest, options, onChange }: MenuChoiceProps<T>) {
  const chosen = options.find((o) => o.value === value);
  const active = value !== rest;
  return (
    <OptionMenu value={value} options={options} onChange={onChange}>
      <DropdownMenu.Trigger
        aria-label={`${label}: ${chosen?.label ?? ''}`}
        className={`px-1.5 py-1 text-[12px] rounded-sm border ${active ? 'text-t1 border-violet' : 'text-t2 border-transparent hover:text-t1'}`}
      >
        {active ? (chosen?.short ?? chosen?.label) : label} <span aria-hidden>▾</span>
      </DropdownMenu.Trigger>
    </OptionMenu>
  );
}
