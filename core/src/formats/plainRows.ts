const [zero, nine, dot, minus, space, lf] = [48, 57, 46, 45, 32, 10];
/** Digits a float64 holds for certain; a mantissa of more is left to the strict reader. */
const maxDigits = 15;
const tens = Array.from({ length: maxDigits + 1 }, (_, i) => 10 ** i);

/**
 * Reads rows of three plain decimals (`[-]digits[.digits]`, single spaces, LF) as fast as characters can be looked
 * at, and stops before the first row that is anything else. A mantissa and a power of ten that are both exact make
 * a quotient that is rounded once, so each value is the one `Number` gives.
 * @param data filled from index `filled` on. @returns the new fill, the rows read and where the next row starts.
 */
export function readPlainRows(text: string, start: number, data: Float32Array, filled: number) {
  let at = start;
  let rows = 0;
  const row = [0, 0, 0];
  while (filled < data.length) {
    let p = at;
    let c = 0;
    for (; c < 3; c++) {
      const negative = text.charCodeAt(p) === minus;
      if (negative) p++;
      let digits = 0;
      let mantissa = 0;
      let decimals = -1;
      for (; ; p++) {
        const code = text.charCodeAt(p);
        if (code >= zero && code <= nine) {
          mantissa = mantissa * 10 + (code - zero);
          digits++;
          if (decimals >= 0) decimals++;
        } else if (code === dot && decimals < 0) decimals = 0;
        else break;
      }
      if (digits === 0 || digits > maxDigits || text.charCodeAt(p) !== (c < 2 ? space : lf)) break;
      p++;
      const value = decimals > 0 ? mantissa / tens[decimals] : mantissa;
      row[c] = negative ? -value : value;
    }
    if (c < 3) break;
    data[filled] = row[0];
    data[filled + 1] = row[1];
    data[filled + 2] = row[2];
    filled += 3;
    rows++;
    at = p;
  }
  return { filled, rows, next: at };
}
