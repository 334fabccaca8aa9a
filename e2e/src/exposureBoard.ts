import { atRest } from '@velvet-dusk/core/trial/condition';

/** A plate of each scene of the demo. */
export const scenes = [
  'quay-blue-hour',
  'heads-and-chart',
  'marsh-noon',
  'galley-tungsten',
  'arcade-neon',
  'wheelhouse-overcast',
];

/** Lays a board of one look at several exposures on every scene out, in a project of the demo that has none yet. */
export async function layOutBoard(
  server: string,
  exposures: readonly number[],
  looks: readonly string[],
): Promise<void> {
  const board = {
    kind: 'velvet-dusk/trial',
    schemaVersion: 1,
    name: 'One look, all exposures',
    base: atRest(scenes[0], looks[0]),
    rows: { axis: 'plates', values: scenes },
    columns: { axis: 'exposure', values: exposures },
    switch: { axis: 'looks', values: looks },
  };
  const answer = await fetch(`${server}/api/projects/saltmarsh-line/board`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json', 'if-match': '"0"' },
    body: JSON.stringify(board),
  });
  if (!answer.ok) throw new Error(`The board was not taken: ${await answer.text()}`);
}
