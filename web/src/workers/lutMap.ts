import { addressOf } from '@velvet-dusk/core/api/endpoints/endpoint';
import { lutFile } from '@velvet-dusk/core/api/endpoints/files';
import type { Lut } from '@velvet-dusk/core/lut/lut';
import type { Look } from '@velvet-dusk/core/look/document';
import { lutsOf } from '@velvet-dusk/core/look/steps/placedLut';
import type { LutMap } from '@velvet-dusk/core/look/steps/step';

/** Files of placed LUTs, fetched once; they are named by checksum and never change. */
const fetched = new Map<string, Promise<Lut>>();

async function fetchLut(sha256: string, name: string): Promise<Lut> {
  const answer = await fetch(addressOf(lutFile, { sha256 }));
  if (!answer.ok) throw new Error(`${name}: the server answered ${answer.status}`);
  // Its readers are read when a look first places a LUT: few do, and every first picture waits for this worker.
  const { parseLut } = await import('@velvet-dusk/core/formats/lutFormats/index');
  return parseLut(await answer.text(), name);
}

/** The LUTs a look holds by name. One that cannot be fetched is left out: the compiler says it by name. */
export async function lutMapFor({ steps }: Pick<Look, 'steps'>): Promise<LutMap> {
  const found = new Map<string, Lut>();
  for (const { sha256, name } of lutsOf(steps)) {
    let cube = fetched.get(sha256);
    if (!cube) {
      cube = fetchLut(sha256, name);
      // A failed fetch must not be remembered.
      cube.catch(() => fetched.delete(sha256));
      fetched.set(sha256, cube);
    }
    await cube.then(
      (c) => found.set(sha256, c),
      () => {},
    );
  }
  return found;
}
