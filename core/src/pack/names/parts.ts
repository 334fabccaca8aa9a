import type { NameToken } from './rule.ts';

/** What a name tells, each as the text of its part; a part that is not told is absent. */
export type NameParts = Partial<Record<NameToken, string>>;
