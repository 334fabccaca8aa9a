import type { StockKind } from '../../look/filmStock.ts';
import type { Condition } from '../condition.ts';

export type AxisValue = string | number;

/** What a project has for the axes that name things of it. */
export interface AxisSources {
  plates: readonly { id: string; name: string }[];
  looks: readonly { id: string; name: string; versions: readonly number[] }[];
  profiles: readonly { id: string; name: string }[];
  /** Film stocks; those that ship where nobody says. */
  stocks?: Readonly<Record<StockKind, readonly { id: string; name: string }[]>>;
}

/** Something that is changed from column to column, or from row to row. */
export interface TrialAxis<V extends AxisValue = AxisValue> {
  readonly id: string;
  readonly label: string;
  /** Values to begin with. */
  usual(sources: AxisSources): readonly V[];
  /** The value at which nothing is changed, where there is one. */
  readonly rest: V | null;
  /** Why a value is none of this axis; null where it is. */
  refuse(value: AxisValue, sources: AxisSources): string | null;
  apply(condition: Condition, value: V): Condition;
  words(value: V, sources: AxisSources): string;
}

/** An axis of numbers between two ends. */
export const numberAxis = (axis: {
  id: string;
  label: string;
  usual: readonly number[];
  rest: number;
  range: readonly [number, number];
  set(value: number): Partial<Condition>;
  words(value: number): string;
}): TrialAxis<number> => ({
  ...axis,
  usual: () => axis.usual,
  refuse: (value) =>
    typeof value === 'number' && value >= axis.range[0] && value <= axis.range[1]
      ? null
      : `${axis.label}: ${value} is no number from ${axis.range[0]} to ${axis.range[1]}`,
  apply: (condition, value) => ({ ...condition, ...axis.set(value) }),
});

/** An axis of things a project has, by their IDs. */
export const namedAxis = (axis: {
  id: string;
  label: string;
  of(sources: AxisSources): readonly { id: string; name: string }[];
  set(value: string): Partial<Condition>;
}): TrialAxis<string> => ({
  id: axis.id,
  label: axis.label,
  usual: (sources) => axis.of(sources).map((x) => x.id),
  rest: null,
  refuse: (value, sources) =>
    axis.of(sources).some((x) => x.id === value) ? null : `${axis.label}: "${value}" is not there`,
  apply: (condition, value) => ({ ...condition, ...axis.set(value) }),
  words: (value, sources) => axis.of(sources).find((x) => x.id === value)?.name ?? value,
});

/** An axis of a few choices. */
export const choiceAxis = <V extends AxisValue>(axis: {
  id: string;
  label: string;
  choices: readonly { value: V; words: string }[];
  rest: V;
  set(value: V): Partial<Condition>;
}): TrialAxis<V> => ({
  ...axis,
  usual: () => axis.choices.map((c) => c.value),
  refuse: (value) =>
    axis.choices.some((c) => c.value === value)
      ? null
      : `${axis.label}: ${value} is none of ${axis.choices.map((c) => c.value).join(', ')}`,
  apply: (condition, value) => ({ ...condition, ...axis.set(value) }),
  words: (value) => axis.choices.find((c) => c.value === value)?.words ?? String(value),
});
