import { readlinkSync } from 'node:fs';
import { constants, setPriority } from 'node:os';

const priorities = {
  'a little': constants.priority.PRIORITY_BELOW_NORMAL,
  far: constants.priority.PRIORITY_LOW,
};

export type StepBack = keyof typeof priorities;

/**
 * Puts the calling thread behind the others, so that whoever waits at a screen is answered first. Linux gives threads
 * priorities of their own; elsewhere nothing happens.
 */
export function stepBack(how: StepBack): void {
  try {
    const thread = Number(readlinkSync('/proc/thread-self').split('/').pop());
    setPriority(thread, priorities[how]);
  } catch {
    // Without such priorities everything is done all the same, a little less fairly.
  }
}
