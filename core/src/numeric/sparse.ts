/** Every n-th pixel of a picture across and down, so that about `most` are left. */
export function sparse(rgb: Float32Array, width: number, height: number, most: number) {
  const step = Math.max(1, Math.ceil(Math.sqrt((width * height) / most)));
  const [w, h] = [Math.floor(width / step), Math.floor(height / step)];
  const out = new Float32Array(w * h * 3);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const from = ((y * step + (step >> 1)) * width + x * step + (step >> 1)) * 3;
      out.set(rgb.subarray(from, from + 3), (y * w + x) * 3);
    }
  return { width: w, height: h, rgb: out };
}
