import { displayEnd } from '../end.ts';
import type { RoleDefinition } from './role.ts';

export const creativeDisplay: RoleDefinition = {
  id: 'creative-display',
  label: 'Creative, display',
  noun: 'a creative, display LUT',
  short: 'creative',
  code: 'CD',
  withLook: true,
  uses: [],
  asStep: 'display',
  takes: 'display code',
  gives: 'the same display code',
  stands: 'after normalising',
  purpose: 'The look for pictures that are normalised already, whatever camera they come from.',
  advice: ({ from, amount, isColourOnly }) =>
    isColourOnly
      ? `After normalising; exposure and contrast before it or behind it, as it leaves them, ${amount}.`
      : `After normalising, before contrast, on pictures for ${from}, ${amount}.`,
  recognised: { between: 'display', is: () => true, common: 2.16 },
  serves: ['creative'],
  answers: ({ isNormalised, isOver, isOnSet, withLook }) =>
    isNormalised ? 1 : !isOver && !isOnSet && withLook ? 2 : 0,
  order: ({ look, display }) => ({
    input: displayEnd(display),
    offset: 0,
    look,
    rendering: look.rendering,
    output: displayEnd(display),
  }),
};
