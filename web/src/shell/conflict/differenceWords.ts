import type { Difference } from '@velvet-dusk/core/documentDiff';
import { shotSchema } from '@velvet-dusk/core/look/shot';
import { stepDefinitions } from '@velvet-dusk/core/look/steps/index';
import { schemaNumbers } from '../../bench/dock/stepNumbers.ts';

const shotLabels = schemaNumbers(shotSchema);
/** Words of a path that only say where documents keep things. */
const silent = new Set(['steps', 'params']);
/** Lists whose parts are called by one of them: "item 5". */
const partNames: Record<string, string> = {
  cells: 'cell',
  items: 'item',
  looks: 'notes on',
  outputs: 'output',
  destinations: 'destination',
  marks: 'mark',
  values: 'value',
  table: 'row',
  nodes: 'node',
  points: 'point',
};

const spaced = (name: string) => name.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase();

/** Names of looks and cameras by their IDs. */
export type NameOf = (id: string) => string | undefined;

/** A part of a list by the names of what it is of: a pack's cell by its look and its camera. */
const named = (key: string, nameOf: NameOf) =>
  key
    .split(' × ')
    .map((id) => nameOf(id) ?? id)
    .join(' × ');

function wordOf(name: string, before: string | undefined, nameOf: NameOf): string {
  if (before === 'shot') return shotLabels.get(name)?.label ?? spaced(name);
  const step = before === 'steps' && stepDefinitions.find(({ id }) => id === name.replace(/-\d+$/, ''));
  if (step) return step.label;
  const part = before === undefined || name === 'order' ? undefined : partNames[before];
  return part ? `${part} ${named(name, nameOf)}` : spaced(name);
}

/** Where two sides differ, as it is called on screen; a step whose one number has its name is called once. */
export function placeWords({ path }: Difference, nameOf: NameOf = () => undefined): string {
  const isListOfParts = (i: number) => path[i] in partNames && i + 1 < path.length && path[i + 1] !== 'order';
  const words = path.flatMap((name, i) =>
    silent.has(name) || isListOfParts(i) ? [] : [wordOf(name, path[i - 1], nameOf)],
  );
  const once = words.filter((word, i) => word.toLowerCase() !== words[i - 1]?.toLowerCase());
  return once.join(', ') || 'everything';
}

/** What one side has there. */
export function valueWords(value: unknown): string {
  if (value === undefined || value === null) return 'nothing';
  if (typeof value === 'number') return String(Number(value.toPrecision(5)));
  if (typeof value === 'boolean') return value ? 'on' : 'off';
  if (typeof value === 'string') return value.length > 60 ? `${value.slice(0, 60)}…` : value || 'empty';
  return Array.isArray(value) ? `${value.length} of them` : 'there';
}
