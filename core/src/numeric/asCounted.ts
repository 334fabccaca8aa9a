/** Orders words as people count: the numbers in them as numbers. */
export const asCounted = new Intl.Collator('en', { numeric: true });
