/** Interleaved RGB made smaller by averaging the source pixels under each new one. Sizes in whole pixels. */
export function shrink(
  rgb: Float32Array,
  width: number,
  height: number,
  toWidth: number,
  toHeight: number,
): Float32Array {
  const out = new Float32Array(toWidth * toHeight * 3);
  const across = spans(width, toWidth);
  const down = spans(height, toHeight);
  for (let y = 0; y < toHeight; y++)
    for (let x = 0; x < toWidth; x++) {
      let r = 0;
      let g = 0;
      let b = 0;
      for (let v = down[y].from; v < down[y].to; v++)
        for (let u = across[x].from; u < across[x].to; u++) {
          const weight = across[x].weights[u - across[x].from] * down[y].weights[v - down[y].from];
          const p = (v * width + u) * 3;
          r += rgb[p] * weight;
          g += rgb[p + 1] * weight;
          b += rgb[p + 2] * weight;
        }
      const o = (y * toWidth + x) * 3;
      out[o] = r;
      out[o + 1] = g;
      out[o + 2] = b;
    }
  return out;
}

/** For each new pixel, the source pixels it covers and the share of each; shares sum to 1. */
function spans(from: number, to: number) {
  const ratio = from / to;
  return Array.from({ length: to }, (_, i) => {
    const start = i * ratio;
    const end = Math.min((i + 1) * ratio, from);
    const first = Math.floor(start);
    const last = Math.max(Math.ceil(end - 1e-9), first + 1);
    const weights = Array.from(
      { length: last - first },
      (_, k) => (Math.min(end, first + k + 1) - Math.max(start, first + k)) / (end - start),
    );
    return { from: first, to: last, weights };
  });
}
