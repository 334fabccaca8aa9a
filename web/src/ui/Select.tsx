import { DropdownMenu } from 'radix-ui';
import { type MenuOption, OptionMenu } from './OptionMenu.tsx';
import { tip } from './tip.ts';

export type SelectOption<T extends string> = Pick<MenuOption<T>, 'value' | 'label'>;

interface SelectProps<T extends string> {
  label: string;
  value: T;
  options: readonly SelectOption<T>[];
  onChange(value: T): void;
  /** In a box of its own, or as a word that is underlined, or plain among figures. */
  kind?: 'box' | 'line' | 'figure';
  hint?: string | undefined;
  className?: string;
}

const looks = {
  box: 'bg-g3 border border-g4 hover:border-g5 rounded-sm px-1.5 py-0.5 text-t1',
  line: 'px-1 text-t1 border-b border-g4 hover:border-g5',
  figure: 'num text-t2 hover:text-t1 px-1',
};

/** One of several, in a list that opens. */
export function Select<T extends string>({
  label,
  value,
  options,
  onChange,
  kind = 'box',
  hint,
  className = '',
}: SelectProps<T>) {
  const chosen = options.find((o) => o.value === value)?.label ?? '';
  return (
    <OptionMenu value={value} options={options} onChange={onChange}>
      <DropdownMenu.Trigger
        aria-label={`${label}: ${chosen}`}
        {...tip(hint)}
        className={`inline-flex items-baseline gap-1 min-w-0 text-left ${looks[kind]} ${className}`}
      >
        <span className="truncate flex-1">{chosen}</span>
        {kind !== 'line' && (
          <span aria-hidden className="text-t3">
            ▾
          </span>
        )}
      </DropdownMenu.Trigger>
    </OptionMenu>
  );
}

/** Options of things that have a label each, by their IDs. */
export const optionsOf = <T extends string>(
  labelled: Readonly<Record<T, { label: string }>>,
): SelectOption<T>[] =>
  (Object.keys(labelled) as T[]).map((value) => ({ value, label: labelled[value].label }));

/** Options of things that have an ID and a name. */
export const named = (things: readonly { id: string; name: string }[]): SelectOption<string>[] =>
  things.map(({ id, name }) => ({ value: id, label: name }));
