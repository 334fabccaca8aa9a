import { displayEnd, sceneEnd } from '../end.ts';
import type { RoleDefinition } from './role.ts';

export const combined: RoleDefinition = {
  id: 'combined',
  label: 'Combined',
  withLook: true,
  uses: ['profile'],
  takes: 'camera code',
  gives: 'display code',
  stands: 'in place of a conversion',
  purpose: 'One file does all: log in, the finished picture out.',
  order: ({ look, profile, display }) => ({
    input: sceneEnd(profile),
    offset: 0,
    look,
    rendering: look.rendering,
    output: displayEnd(display),
  }),
};
