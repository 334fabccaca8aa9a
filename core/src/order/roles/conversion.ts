import { combined } from './combined.ts';
import { adviceForLast, type RoleDefinition } from './role.ts';

export const conversion: RoleDefinition = {
  id: 'conversion',
  label: 'Conversion',
  noun: 'a conversion',
  short: 'conversion',
  code: 'CV',
  withLook: false,
  uses: ['profile'],
  asStep: 'normalise',
  takes: 'camera code',
  gives: 'display code',
  stands: 'first, or last after corrections in log',
  purpose: 'Normalises log for the display, without the look.',
  advice: ({ from }) => adviceForLast(from, 'normalises'),
  order: (parts) => ({ ...combined.order(parts), look: null }),
};
