/** What a typed number may have been meant to be: every slip of one finger, undone. */
export function typoCandidates(value: number): number[] {
  const text = plainText(value);
  const found = new Set<number>();
  const add = (candidate: string) => {
    const number = Number(candidate);
    if (candidate !== '' && Number.isFinite(number) && number !== value) found.add(number);
  };
  const digits = [...text].map((c, i) => ({ c, i })).filter(({ c }) => c >= '0' && c <= '9');
  for (const { c, i } of digits) {
    for (let d = 0; d < 10; d++) {
      if (String(d) !== c) add(text.slice(0, i) + d + text.slice(i + 1));
      add(text.slice(0, i) + d + text.slice(i));
    }
    add(text.slice(0, i) + text.slice(i + 1));
    const next = text[i + 1];
    if (next >= '0' && next <= '9') add(text.slice(0, i) + next + c + text.slice(i + 2));
  }
  for (let d = 1; d < 10; d++) add(text + (text.includes('.') ? d : `.${d}`));
  for (const shifted of [value * 10, value / 10, value * 100, value / 100, -value])
    add(String(Number(shifted.toPrecision(12))));
  return [...found];
}

/** A number in digits, never with an exponent, at the precision a document prints. */
function plainText(value: number): string {
  const text = String(value);
  return /e/i.test(text) ? value.toFixed(12).replace(/0+$/, '') : text;
}
