/** Display signal 0–1, interleaved, as a picture for a canvas. */
export function toImage(signal: Float32Array, width: number, height: number): ImageData {
  const image = new ImageData(width, height);
  for (let i = 0, p = 0; p < signal.length; i += 4, p += 3) {
    for (let c = 0; c < 3; c++) image.data[i + c] = signal[p + c] * 255;
    image.data[i + 3] = 255;
  }
  return image;
}
