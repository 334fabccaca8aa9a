import { displayEnd, sceneEnd } from '../end.ts';
import { adviceForLast, type RoleDefinition } from './role.ts';

export const combined: RoleDefinition = {
  id: 'combined',
  label: 'Combined',
  noun: 'a conversion with a look',
  short: 'combined',
  code: 'CB',
  withLook: true,
  uses: ['profile'],
  asStep: 'normalise',
  takes: 'camera code',
  gives: 'display code',
  stands: 'in place of a conversion',
  purpose: 'One file does all: log in, the finished picture out.',
  advice: ({ from }) => adviceForLast(from, 'normalises and has the look in it'),
  order: ({ look, profile, display }) => ({
    input: sceneEnd(profile),
    offset: 0,
    look,
    rendering: look.rendering,
    output: displayEnd(display),
  }),
};
