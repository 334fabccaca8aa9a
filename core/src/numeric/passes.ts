/** One walk over interleaved RGB, in place. */
export type Pass = (rgb: Float32Array) => void;

/**
 * Passes one after the other. They are called from one place that never knows which comes next, so that an engine
 * compiles each by itself: joined into one function they outgrow what it is willing to inline, and lose half their speed.
 */
export const sequence =
  (...passes: readonly Pass[]): Pass =>
  (rgb) => {
    for (const pass of passes) pass(rgb);
  };
