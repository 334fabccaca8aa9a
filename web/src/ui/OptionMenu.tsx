import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';

export interface MenuOption<T extends string> {
  value: T;
  label: string;
  /** What the bar says while it is chosen, where the label is long. */
  short?: string;
  hint?: string;
  disabled?: boolean;
}

interface OptionMenuProps<T extends string> {
  value: T;
  options: readonly MenuOption<T>[];
  onChange(value: T): void;
  /** The trigger, a `DropdownMenu.Trigger`. */
  children: ReactNode;
}

/** Begins at what is chosen, as lists do; after the menu has gone to its first line. */
const goToChosen = (list: HTMLElement | null) =>
  void (list && requestAnimationFrame(() => list.querySelector<HTMLElement>('[aria-checked=true]')?.focus()));

/** A list that opens under its trigger, of which one is chosen. */
export const OptionMenu = <T extends string>({ value, options, onChange, children }: OptionMenuProps<T>) => (
  <DropdownMenu.Root>
    {children}
    <DropdownMenu.Portal>
      <DropdownMenu.Content
        ref={goToChosen}
        align="start"
        collisionPadding={6}
        className="z-40 bg-g2 border border-g4 rounded-sm py-1 text-[12.5px] min-w-[max(var(--radix-dropdown-menu-trigger-width),110px)] max-h-[var(--radix-dropdown-menu-content-available-height)] scroll-quiet"
      >
        <DropdownMenu.RadioGroup value={value} onValueChange={(v) => v !== value && onChange(v as T)}>
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
