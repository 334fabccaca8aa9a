import { sceneEnd } from '../end.ts';
import type { RoleDefinition } from './role.ts';

export const creativeLog: RoleDefinition = {
  id: 'creative-log',
  label: 'Creative, log',
  noun: 'a creative, log LUT',
  short: 'creative log',
  code: 'CL',
  withLook: true,
  uses: ['profile'],
  asStep: 'log',
  takes: 'camera code',
  gives: 'the same camera code',
  stands: 'before a conversion',
  purpose: 'The look in log: corrections and the conversion come after it.',
  advice: ({ from, amount }) =>
    `Behind the corrections, before the conversion, on pictures in ${from}, ${amount}.`,
  recognised: { between: 'scene', is: ({ isExposure }) => !isExposure, common: -0.95 },
  serves: ['log'],
  answers: ({ isNormalised, isOver, isOnSet, withLook, inSteps }) =>
    !isNormalised && !isOver && !isOnSet && withLook && inSteps ? 1 : 0,
  order: ({ look, profile }) => ({
    input: sceneEnd(profile),
    offset: 0,
    look,
    rendering: look.rendering,
    output: sceneEnd(profile),
  }),
};
