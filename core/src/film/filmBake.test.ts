import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { parseProfile } from '../camera/profile.ts';
import { bake, compileBake } from '../order/bake.ts';
import { isJudged, proofLimits, proveCube } from '../order/proof.ts';
import { type Look, newLook, parseLook } from '../look/document.ts';
import { negatives } from './negatives.ts';
import { prints } from './prints.ts';
import { standardDisplay } from '../render/display.ts';

const read = (path: string) =>
  JSON.parse(readFileSync(new URL(`../../../demo/${path}`, import.meta.url), 'utf8'));
const heron = parseProfile(read('profiles/heron.json'), 'heron');

function prove(look: Look, samples: number) {
  const order = { look, profile: heron, display: standardDisplay, role: 'combined', grid: 33 } as const;
  return proveCube(bake(order), compileBake(order), { count: samples });
}

test.each(negatives.flatMap((n) => prints.map((p) => [n.id, p.id, n, p] as const)))(
  '%s on %s bakes inside the proof limits at 33, colours of pictures within a fifth more',
  (_n, _p, negative, print) => {
    const steps = [
      { id: 'n', type: 'negative', params: { stock: negative } },
      { id: 'p', type: 'print', params: { stock: print } },
    ];
    const proof = prove(parseLook({ ...newLook('Film'), steps }, 'test'), 4000);
    for (const { id, figures } of proof.groups.filter((g) => isJudged(g.id))) {
      const share = id === 'shown' ? 1.2 : 1;
      expect(figures.tetrahedral!.mean, id).toBeLessThanOrEqual(share * proofLimits.mean);
      expect(figures.tetrahedral!.p99, id).toBeLessThanOrEqual(share * proofLimits.p99);
    }
  },
);

test('the demo look "Lamplight Negative" bakes inside the proof limits at 33', () => {
  const proof = prove(parseLook(read('looks/lamplight-negative.json'), 'lamplight-negative'), 20_000);
  expect(proof.mean).toBeLessThanOrEqual(proofLimits.mean);
  expect(proof.p99).toBeLessThanOrEqual(proofLimits.p99);
});
