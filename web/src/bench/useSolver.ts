import type { Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { startWorker } from '../workers/index.ts';
import type { Solver } from '../workers/solve.ts';

/** Runs one task in a worker of its own, which is ended to give it up; also when its screen is left. */
export function useSolver() {
  const running = useRef<Worker | null>(null);
  const [solving, setSolving] = useState(false);
  const cancel = () => {
    running.current?.terminate();
    running.current = null;
    setSolving(false);
  };
  useEffect(() => () => running.current?.terminate(), []);

  /** Calls back with the result, or with what went wrong; with neither where it was given up. */
  const run = <T>(
    task: (solver: Remote<Solver>) => Promise<T>,
    done: (found: T) => void,
    failed: (error: Error) => void,
  ) => {
    cancel();
    const { worker, remote } = startWorker('solver');
    running.current = worker;
    setSolving(true);
    const ended =
      <V>(then: (value: V) => void) =>
      (value: V) => {
        if (running.current !== worker) return;
        cancel();
        then(value);
      };
    task(remote).then(ended(done), ended(failed));
  };
  return { run, cancel, solving };
}
