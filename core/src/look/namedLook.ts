import type { Look } from './document.ts';

/** A look as packs and trials take it. */
export interface NamedLook {
  id: string;
  document: Look;
  /** The version it is; undefined for one as it is edited. */
  version: number | undefined;
}
