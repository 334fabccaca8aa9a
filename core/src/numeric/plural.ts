/** A number with its word: "1 file", "2 files". */
export const plural = (n: number, word: string) => `${n} ${word}${n === 1 ? '' : 's'}`;
