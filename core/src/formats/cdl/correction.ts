import { cdlSchema, type CdlParams } from '../../colour/cdl.ts';

/** One colour correction of a CDL file (ASC CDL 1.2): its ID, what is said about it, and its numbers. */
export interface CdlCorrection {
  id: string;
  description: string;
  params: CdlParams;
}

/** The three files a correction may come in: a list with media references, one alone, a collection. */
export const cdlKinds = ['cdl', 'cc', 'ccc'] as const;
export type CdlKind = (typeof cdlKinds)[number];

export const cdlTriples = ['slope', 'offset', 'power'] as const;
export const cdlChannels = ['R', 'G', 'B'] as const;
export const restCdl: CdlParams = cdlSchema.parse({});
