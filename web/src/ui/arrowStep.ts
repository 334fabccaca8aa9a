import type { KeyboardEvent } from 'react';

const directions: Readonly<Record<string, 1 | -1>> = {
  ArrowUp: 1,
  ArrowRight: 1,
  ArrowDown: -1,
  ArrowLeft: -1,
};

/** How many steps an arrow key asks for: one, ten with Shift, a tenth with Alt; 0 for any other key. */
export const arrowStep = (e: KeyboardEvent): number =>
  (directions[e.key] ?? 0) * (e.shiftKey ? 10 : e.altKey ? 0.1 : 1);
