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
  recognised: {
    between: 'toDisplay',
    is: ({ isOnPurpose, isExposure, isPlain }) => !isOnPurpose && !isExposure && !isPlain,
    common: -1.64,
  },
  serves: ['look', 'monitor'],
  answers: ({ isNormalised, isOver, isOnSet, withLook, inSteps }) =>
    isNormalised || isOver || !withLook ? 0 : inSteps && !isOnSet ? 3 : 1,
  order: ({ look, profile, display }) => ({
    input: sceneEnd(profile),
    offset: 0,
    look,
    rendering: look.rendering,
    output: displayEnd(display),
  }),
};
