import { useEffect, useRef, useState } from 'react';
import { startWorker } from '../../../workers/index.ts';
import type { Solver } from '../../../workers/solve.ts';
import type { MatchResult } from '../../../workers/match.ts';

type Order = Parameters<Solver['solve']>[0];

/** Solves in a worker of its own, which is ended to give a solve up; also when the dock is left. */
export function useSolve() {
  const running = useRef<Worker | null>(null);
  const [solving, setSolving] = useState(false);
  const cancel = () => {
    running.current?.terminate();
    running.current = null;
    setSolving(false);
  };
  useEffect(() => () => running.current?.terminate(), []);

  /** Calls back with the result, or with what went wrong; with neither where it was given up. */
  const solve = (order: Order, done: (found: MatchResult) => void, failed: (error: Error) => void) => {
    cancel();
    const { worker, remote } = startWorker('solver');
    running.current = worker;
    setSolving(true);
    const ended =
      <T>(then: (value: T) => void) =>
      (value: T) => {
        if (running.current !== worker) return;
        cancel();
        then(value);
      };
    remote.solve(order).then(ended(done), ended(failed));
  };
  return { solve, cancel, solving };
}
