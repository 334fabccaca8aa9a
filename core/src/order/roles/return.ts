import { displayEnd, sceneEnd } from '../end.ts';
import type { RoleDefinition } from './role.ts';

export const returnRole: RoleDefinition = {
  id: 'return',
  label: 'Return',
  noun: 'a return',
  short: 'return',
  code: 'RT',
  withLook: false,
  uses: ['profile'],
  asStep: null,
  takes: 'display code',
  gives: 'camera code',
  stands: 'ahead of a conversion',
  purpose: 'Puts finished stills among log plates.',
  advice: ({ from, to }) => `On finished pictures for ${from}, ahead of a conversion from ${to}.`,
  recognised: { between: 'toScene', is: () => true, common: -1.51 },
  serves: [],
  answers: () => 0,
  order: ({ look, profile, display }) => ({
    input: displayEnd(display),
    offset: 0,
    look: null,
    rendering: look.rendering,
    output: sceneEnd(profile),
  }),
};
