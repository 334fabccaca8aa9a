import { configure } from 'safe-stable-stringify';

const stringify = configure({ deterministic: true, bigint: false, circularValue: Error });

/** JSON with sorted keys and no spaces: one text for one value. */
export const canonicalJson = (value: unknown): string => stringify(value) ?? 'null';
