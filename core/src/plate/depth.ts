/** Depths a frame may really have, the least first. */
const depths = [8, 10, 12, 14, 16] as const;
/** Values looked at: enough that a wrong depth cannot pass by chance. */
const samples = 200_000;
/** Rounding on the way into 16 bits may move a value by one of its codes. */
const slack = 1.01 / 65535;

/** Is this value a whole code of so many bits, however it was brought to full scale? */
function isCode(value: number, bits: number): boolean {
  const top = 2 ** bits - 1;
  if (Math.abs(Math.round(value * top) / top - value) <= slack) return true;
  // Shifted up and left at that, without the bits repeated below.
  const shift = 2 ** (16 - bits);
  const code16 = Math.round(value * 65535);
  return code16 % shift === 0 && Math.abs(code16 / 65535 - value) <= slack;
}

/**
 * Bits really used by code values 0–1, at most `stored`: a 16-bit file may hold 8-bit data.
 * @param rgb code values of any number of channels.
 */
export function depthUsed(rgb: Float32Array, stored: number): number {
  const step = Math.max(1, Math.floor(rgb.length / samples));
  return (
    depths.find((bits) => {
      if (bits >= stored) return true;
      for (let i = 0; i < rgb.length; i += step) if (!isCode(rgb[i], bits)) return false;
      return true;
    }) ?? stored
  );
}
