/** Luma weights of ITU-R BT.709-6, item 3.2. */
export const lumaWeights = [0.2126, 0.7152, 0.0722] as const;

/** Signal R'G'B' (0–1) → luma. */
export const lumaOf = (r: number, g: number, b: number) =>
  lumaWeights[0] * r + lumaWeights[1] * g + lumaWeights[2] * b;

/** Signal R'G'B' → Cb, Cr in −0.5…0.5, ITU-R BT.709-6 item 3.3. */
export function chromaOf(r: number, g: number, b: number): [cb: number, cr: number] {
  const y = lumaOf(r, g, b);
  return [(b - y) / 1.8556, (r - y) / 1.5748];
}

/** The skin line, degrees from +Cb (common practice: the I axis). */
export const skinLineDegrees = 123;
