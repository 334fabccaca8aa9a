import { darker } from '../order.ts';
import { combined } from './combined.ts';
import { exposedBy, type RoleDefinition } from './role.ts';

export const monitor: RoleDefinition = {
  id: 'monitor',
  label: 'Monitor',
  noun: 'a monitor',
  short: 'monitor',
  code: 'MO',
  withLook: true,
  mayGoPlain: true,
  uses: ['profile', 'offset'],
  asStep: 'normalise',
  takes: 'camera code',
  gives: 'the code of the monitor',
  stands: 'in the camera or the field monitor',
  purpose: 'Shows footage that is exposed over as it is meant to look.',
  advice: ({ from, stops }) =>
    `In the camera or the field monitor, for footage in ${from} ${exposedBy(stops)}; in post in place of a conversion.`,
  recognised: { between: 'toDisplay', is: ({ isOnPurpose }) => isOnPurpose, common: -1.21 },
  named: { is: /^(mon|monitor|onset|incamera|viewing)$/i, meaning: 'for a monitor' },
  serves: ['monitor'],
  answers: ({ isNormalised, isOver, isOnSet }) => (isNormalised || !isOnSet ? 0 : isOver ? 1 : 2),
  isForSet: true,
  order: (parts) => ({
    ...combined.order(parts),
    offset: darker(parts.offset),
    look: parts.withoutLook ? null : parts.look,
  }),
};
