import stringify from 'fast-json-stable-stringify';

/** JSON with sorted keys and no spaces: one text for one value. */
export const canonicalJson = (value: unknown): string => (stringify(value) as string | undefined) ?? 'null';
