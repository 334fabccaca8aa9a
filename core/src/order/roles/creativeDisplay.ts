import { displayEnd } from '../end.ts';
import type { RoleDefinition } from './role.ts';

export const creativeDisplay: RoleDefinition = {
  id: 'creative-display',
  label: 'Creative, display',
  withLook: true,
  uses: [],
  takes: 'display code',
  gives: 'the same display code',
  stands: 'after normalising',
  purpose: 'The look for pictures that are normalised already, whatever camera they come from.',
  order: ({ look, display }) => ({
    input: displayEnd(display),
    offset: 0,
    look,
    rendering: look.rendering,
    output: displayEnd(display),
  }),
};
