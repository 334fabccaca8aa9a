/** Applies one function to every value of a buffer, in place. */
export function mapBuffer(buffer: Float32Array, f: (x: number) => number): void {
  for (let i = 0; i < buffer.length; i++) buffer[i] = f(buffer[i]);
}
