import { darker } from '../order.ts';
import { creativeLog } from './creativeLog.ts';
import { exposedBy, type RoleDefinition } from './role.ts';

export const trim: RoleDefinition = {
  id: 'trim',
  label: 'Trim',
  noun: 'a trim',
  short: 'trim',
  code: 'TR',
  withLook: false,
  uses: ['profile', 'offset'],
  asStep: 'log',
  takes: 'camera code',
  gives: 'the same camera code',
  stands: 'in post, ahead of everything else',
  purpose: 'Takes the stops back by which footage was exposed over.',
  advice: ({ from, stops }) => `In post, ahead of everything else, on ${from} ${exposedBy(stops)}.`,
  recognised: { between: 'scene', is: ({ isExposure }) => isExposure, common: -2.49 },
  serves: [],
  answers: ({ isNormalised, isOver, isOnSet, withLook }) =>
    isNormalised || !isOver || isOnSet ? 0 : withLook ? 2 : 1,
  order: (parts) => ({ ...creativeLog.order(parts), offset: darker(parts.offset), look: null }),
};
