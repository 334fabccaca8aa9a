import type { Manifest } from '@velvet-dusk/core/pack/manifest';
import type { PackSpec } from '@velvet-dusk/core/pack/spec';

export interface Page {
  path: string;
  data: string | Uint8Array;
}

/** What of a pack is for people: guide, look cards, licence, changes. */
export async function packPages({ pack }: PackSpec, _manifest: Manifest): Promise<Page[]> {
  return pack.licence === '' ? [] : [{ path: 'LICENCE.txt', data: `${pack.licence.trimEnd()}\n` }];
}
