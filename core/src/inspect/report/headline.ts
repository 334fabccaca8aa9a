import type { LutReport } from '../../lut/inspect.ts';
import { roles } from '../../order/roles/index.ts';
import type { Fault } from '../faults/fault.ts';
import { faultWords } from '../faults/words.ts';
import type { Identity } from '../identify/identity.ts';

/** Share of likelihood from which a reading is said without a doubt, and under which it is hardly one. */
const sure = 0.9;
const hardly = 0.35;

const andList = (words: readonly string[]) =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;

function whatItIs({ isNothing, readings, chosen, look, exposure }: Identity): string {
  const top = readings[chosen];
  if (isNothing) return 'Does nothing';
  if (!top) return 'Not to be told';
  const doubt = top.share >= sure ? '' : top.share >= hardly ? 'Probably ' : 'Perhaps ';
  const { noun, uses } = roles[top.role];
  const held = look ? ` (${look.name} at ${Math.round(look.strength * 100)} %)` : '';
  const stops = uses.includes('offset')
    ? `, ${Math.abs(exposure).toFixed(1)} stops ${exposure < 0 ? 'darker' : 'lighter'}`
    : '';
  const way = top.input === top.output ? ` in ${top.input}` : ` from ${top.input} to ${top.output}`;
  const text = `${doubt}${noun}${held}${way}${stops}`;
  return text[0].toUpperCase() + text.slice(1);
}

/** A LUT in one sentence. */
export function headline(file: LutReport, identity: Identity, faults: readonly Fault[]): string {
  const size =
    file.type === '1d' && file.stages.every((s) => !s.startsWith('3D'))
      ? `${file.size} entries a channel`
      : `${file.size} points`;
  const state =
    faults.length === 0
      ? 'sound'
      : `with ${andList(faults.map((f) => faultWords(f.id).label.toLowerCase()))}`;
  return `${whatItIs(identity)}; ${size}, ${state}.`;
}
