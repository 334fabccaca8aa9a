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
  recognised: {
    between: 'toDisplay',
    is: ({ isOnPurpose, isExposure, isPlain }) => !isOnPurpose && (isExposure || isPlain),
    common: -1.13,
  },
  named: { is: /^(conv|conversion|normali[sz]e|transform)$/i, meaning: 'a conversion' },
  serves: ['normalise', 'monitor'],
  answers: ({ isNormalised, isOver, isOnSet, withLook }) =>
    isNormalised || isOver ? 0 : isOnSet ? 3 : withLook ? 0 : 1,
  order: (parts) => ({ ...combined.order(parts), look: null }),
};
