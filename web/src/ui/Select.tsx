export interface SelectOption<T extends string> {
  value: T;
  label: string;
}

interface SelectProps<T extends string> {
  label: string;
  value: T;
  options: readonly SelectOption<T>[];
  onChange(value: T): void;
  /** In a box of its own, or as a word that is underlined, or plain among figures. */
  kind?: 'box' | 'line' | 'figure';
  title?: string | undefined;
  className?: string;
}

const looks = {
  box: 'bg-g3 border border-g4 rounded-sm px-1 py-0.5 text-t1',
  line: 'appearance-none bg-transparent px-1 text-t1 border-b border-g4 hover:border-g5 [&>option]:bg-g3',
  figure: 'appearance-none bg-transparent num text-t2 px-1 [&>option]:bg-g3',
};

/** One of several, in the list that the browser opens. */
export function Select<T extends string>({
  label,
  value,
  options,
  onChange,
  kind = 'box',
  title,
  className = '',
}: SelectProps<T>) {
  return (
    <select
      aria-label={label}
      title={title}
      className={`${looks[kind]} ${className}`}
      value={value}
      onChange={(e) => onChange(e.currentTarget.value as T)}
    >
      {options.map((o) => (
        <option key={o.value} value={o.value}>
          {o.label}
        </option>
      ))}
    </select>
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
