import { darker } from '../order.ts';
import { combined } from './combined.ts';
import { adviceForLast, type RoleDefinition } from './role.ts';

export const monitorPartner: RoleDefinition = {
  id: 'monitor-partner',
  label: 'Monitor partner',
  noun: 'a monitor partner',
  short: 'partner',
  code: 'MP',
  withLook: true,
  mayGoPlain: true,
  uses: ['profile', 'offset'],
  asStep: null,
  takes: 'camera code',
  gives: 'display code',
  stands: 'in post, in place of a conversion',
  purpose: 'The one file for footage that was exposed over by a monitor LUT.',
  advice: ({ from }) => adviceForLast(from, 'normalises and has the look in it'),
  recognised: { as: 'monitor' },
  serves: ['monitor'],
  answers: ({ isNormalised, isOver, isOnSet }) => (!isNormalised && isOver && !isOnSet ? 1 : 0),
  order: (parts) => ({
    ...combined.order(parts),
    offset: darker(parts.offset),
    look: parts.withoutLook ? null : parts.look,
  }),
};
