import type { CompiledLook } from './compile.ts';

/**
 * Runs almost the same look on the same colours again and again: what each stage of the last one gave is kept, so that
 * the next starts at the first stage that differs.
 */
export class StageCache {
  private stages: { key: string; rgb: Float32Array }[] = [];

  /** @param input interleaved working RGB, which must not change any more. */
  constructor(readonly input: Float32Array) {}

  run(lane: CompiledLook): Float32Array {
    const work = this.runInParts(lane);
    let part = work.next();
    while (!part.done) part = work.next();
    return part.value;
  }

  /** The same with a pause after each stage, for whoever may want to break off; what is broken off leaves no trace. */
  *runInParts(lane: CompiledLook): Generator<void, Float32Array, void> {
    const { input, stages } = this;
    if (lane.stages.length === 0) return Float32Array.from(input);
    let same = 0;
    while (same < stages.length && stages[same].key === lane.stages[same]?.key) same++;
    const data = Float32Array.from(same > 0 ? stages[same - 1].rgb : input);
    const made: typeof stages = [];
    for (const stage of lane.stages.slice(same)) {
      stage.run(data);
      made.push({ key: stage.key, rgb: Float32Array.from(data) });
      yield;
    }
    this.stages = [...stages.slice(0, same), ...made];
    lane.finish(input, data);
    return data;
  }
}
