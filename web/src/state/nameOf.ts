import { oncePer } from '@velvet-dusk/core/numeric/oncePer';

let named = 0;

/** A short name for a document that comes again and again; documents are never changed in place. */
export const nameOf = oncePer((_document: object) => `#${++named}`);
