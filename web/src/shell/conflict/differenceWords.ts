import type { Difference } from '@velvet-dusk/core/documentDiff';
import { shotSchema } from '@velvet-dusk/core/look/shot';
import { stepDefinitions } from '@velvet-dusk/core/look/steps/index';
import { schemaNumbers } from '../../bench/dock/stepNumbers.ts';

const shotLabels = schemaNumbers(shotSchema);
/** Words of a path that only say where documents keep things. */
const silent = new Set(['steps', 'params']);

const spaced = (name: string) => name.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase();

function wordOf(name: string, before: string | undefined): string {
  if (before === 'shot') return shotLabels.get(name)?.label ?? spaced(name);
  const step = before === 'steps' && stepDefinitions.find(({ id }) => id === name.replace(/-\d+$/, ''));
  return step ? step.label : spaced(name);
}

/** Where two sides differ, as it is called on screen; a step whose one number has its name is called once. */
export function placeWords({ path }: Difference): string {
  const words = path.flatMap((name, i) => (silent.has(name) ? [] : [wordOf(name, path[i - 1])]));
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
