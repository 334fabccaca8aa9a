import { type JobAction, type JobState, openStates } from '@velvet-dusk/core/api/jobs';

/** States an action is for, and what comes of it. */
export const actions: Record<JobAction, { from: readonly JobState[]; to: JobState; stage: string }> = {
  cancel: { from: openStates, to: 'cancelled', stage: 'Cancelled' },
  pause: { from: ['queued', 'running'], to: 'paused', stage: 'Paused' },
  resume: { from: ['paused'], to: 'queued', stage: 'Waiting' },
  retry: { from: ['failed', 'cancelled'], to: 'queued', stage: 'Waiting' },
};
