/** What the threads of a pack do. Run by piscina; never imported by others except for its types. */
export { makeLut } from './makeLut.ts';
export type { LutResult, LutTask } from './makeLut.ts';
