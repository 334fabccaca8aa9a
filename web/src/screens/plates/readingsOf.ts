import { shotWords } from '@velvet-dusk/core/look/shotWords';
import type { Plate } from '@velvet-dusk/core/api/contract';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { betterProfileOf } from '../../plates/betterProfile.ts';

/** One column of the table, and a line of the frame's own page. */
export interface FrameColumn {
  id: string;
  label: string;
  text(plate: Plate, profiles: readonly Profile[]): string;
  /** What it is sorted by; its text, where it says nothing. */
  order?(plate: Plate): number;
}

const code10 = (code: number) => Math.round(code * 1023);
const percent = (share: number) => (share === 0 ? '0' : share < 0.0005 ? '<0.1' : (share * 100).toFixed(1));
export function depthText({ facts, depth }: Plate): string {
  if (!facts) return `${depth}`;
  const { usedDepth, storedDepth } = facts;
  return usedDepth < storedDepth ? `${usedDepth} of ${storedDepth}` : `${usedDepth}`;
}

export const shotText = ({ shot }: Plate): string => shotWords(shot).join(', ') || '–';

/** What is read of every frame, in the order it is shown. To add one: a line here. */
export const frameColumns: readonly FrameColumn[] = [
  {
    id: 'profile',
    label: 'Profile',
    text: (p, profiles) => profiles.find((q) => q.id === p.profileId)?.name ?? p.profileId,
  },
  { id: 'scene', label: 'Scene', text: (p) => p.scene || '–' },
  { id: 'slate', label: 'Slate', text: ({ record }) => record.slate || '–' },
  { id: 'size', label: 'Size', text: (p) => `${p.width}×${p.height}`, order: (p) => p.width * p.height },
  { id: 'depth', label: 'Bits used', text: depthText, order: (p) => p.facts?.usedDepth ?? p.depth },
  {
    id: 'range',
    label: 'Codes',
    text: ({ facts }) => (facts ? `${code10(facts.low)}–${code10(facts.high)}` : '–'),
    order: (p) => p.facts?.high ?? 0,
  },
  {
    id: 'inside',
    label: 'Range',
    text: ({ facts }) => (!facts ? '–' : facts.range === 'narrow' ? 'in 64–940' : 'full'),
  },
  {
    id: 'clipped',
    label: 'Clipped %',
    text: ({ facts }) => (facts ? percent(facts.clipped) : '–'),
    order: (p) => p.facts?.clipped ?? 0,
  },
  {
    id: 'crushed',
    label: 'Crushed %',
    text: ({ facts }) => (facts ? percent(facts.crushed) : '–'),
    order: (p) => p.facts?.crushed ?? 0,
  },
  {
    id: 'noise',
    label: 'Noise, codes',
    text: ({ facts }) => facts?.noise10.toFixed(1) ?? '–',
    order: (p) => p.facts?.noise10 ?? 0,
  },
  {
    id: 'ei',
    label: 'EI',
    text: ({ record }) => `${record.ei ?? '–'}`,
    order: ({ record }) => record.ei ?? 0,
  },
  { id: 'shot', label: 'Shot', text: shotText, order: (p) => p.shot.exposure },
  { id: 'doubt', label: 'In doubt', text: (p, profiles) => betterProfileOf(p, profiles)?.name ?? '–' },
];
