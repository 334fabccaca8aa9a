import { DropdownMenu } from 'radix-ui';

export interface MenuOption<T extends string> {
  value: T;
  label: string;
  /** What the bar says while it is chosen, where the label is long. */
  short?: string;
  hint?: string;
  disabled?: boolean;
}

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
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label={`${label}: ${chosen?.label ?? ''}`}
        className={`px-1.5 py-1 text-[12px] rounded-sm border ${active ? 'text-t1 border-violet' : 'text-t2 border-transparent hover:text-t1'}`}
      >
        {active ? (chosen?.short ?? chosen?.label) : label} <span aria-hidden>▾</span>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          className="z-20 bg-g2 border border-g4 rounded-sm py-1 text-[12.5px] min-w-[190px]"
        >
          <DropdownMenu.RadioGroup value={value} onValueChange={(v) => onChange(v as T)}>
            {options.map((o) => (
              <DropdownMenu.RadioItem
                key={o.value}
                value={o.value}
                disabled={o.disabled ?? false}
                className="px-3 py-1 cursor-pointer outline-none data-[highlighted]:bg-g3 text-t2 data-[state=checked]:text-t1 data-[disabled]:opacity-45"
              >
                <span className="block">{o.label}</span>
                {o.hint && <span className="block text-[11.5px] text-t3">{o.hint}</span>}
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
