import { darker } from '../order.ts';
import { combined } from './combined.ts';
import type { RoleDefinition } from './role.ts';

export const monitor: RoleDefinition = {
  id: 'monitor',
  label: 'Monitor',
  withLook: true,
  uses: ['profile', 'offset'],
  takes: 'camera code',
  gives: 'the code of the monitor',
  stands: 'in the camera or the field monitor',
  purpose: 'Shows footage that is exposed over as it is meant to look.',
  order: (parts) => ({
    ...combined.order(parts),
    offset: darker(parts.offset),
    look: parts.withoutLook ? null : parts.look,
  }),
};
