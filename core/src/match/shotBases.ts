import type { Shot } from '../look/shot.ts';

/** What shots are matched by, and the corrections that it says something of. */
export const matchBases = {
  frame: {
    label: 'Whole frame',
    about: 'Tones and colours of all the picture: for one framing in another camera or light',
    solves: ['exposure', 'mired', 'duv', 'contrast', 'black'],
  },
  skin: {
    label: 'Skin',
    about: 'The skin marked on both: one face',
    solves: ['exposure', 'mired', 'duv'],
  },
  greyCard: {
    label: 'Grey card',
    about: 'The grey card or chart marked on both',
    solves: ['exposure', 'mired', 'duv'],
  },
  neutral: {
    label: 'Neutral',
    about: 'Something neutral marked on both; exposure is left alone',
    solves: ['mired', 'duv'],
  },
} as const satisfies Record<string, { label: string; about: string; solves: readonly (keyof Shot)[] }>;
export type MatchBasis = keyof typeof matchBases;
