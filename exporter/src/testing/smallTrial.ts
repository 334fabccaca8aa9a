import { makeCodec } from '@velvet-dusk/core/camera/codec';
import { record } from '@velvet-dusk/core/camera/sensor';
import { working } from '@velvet-dusk/core/colour/spaces/index';
import { lookSchema, newLook } from '@velvet-dusk/core/look/document';
import { usualPractice } from '@velvet-dusk/core/readings/practice';
import { standardDisplay } from '@velvet-dusk/core/render/display';
import { profileOf } from '@velvet-dusk/core/testing/profiles';
import { atRest } from '@velvet-dusk/core/trial/condition';
import { parseTrial } from '@velvet-dusk/core/trial/document';
import type { TrialInput } from '@velvet-dusk/core/trial/input';
import { stressTargets } from '@velvet-dusk/core/trial/targets/index';
import { plainRecording } from '@velvet-dusk/core/testing/recorded';

/** A board of two small plates under two looks, three exposures each, for tests. */
export function smallTrial(): TrialInput {
  const heron = profileOf('heron');
  const width = 48;
  const skin = stressTargets.find((t) => t.id === 'skin-range')!;
  const light = skin.light();
  const small = new Float32Array(width * width * 3);
  for (let i = 0; i < width * width; i++) {
    const [x, y] = [(i % width) / width, Math.floor(i / width) / width];
    const from = (Math.floor(y * skin.height) * skin.width + Math.floor(x * skin.width)) * 3;
    small.set(light.subarray(from, from + 3), i * 3);
  }
  const plate = (id: string, name: string, exposure: number) => ({
    ...plainRecording(id, heron, { name, bits: 10, marks: skin.marks }),
    width,
    height: width,
    // Whole codes of 16 bits, as a file has them.
    code: record(small, working, makeCodec(heron), { exposure, seed: 2 }).map(
      (v) => Math.round(v * 65535) / 65535,
    ),
  });
  const rich = lookSchema.parse({
    ...newLook('=Rich'),
    steps: [{ id: 's', type: 'saturation', params: { amount: 1.6 } }],
  });
  return {
    project: 'Small',
    trial: parseTrial(
      {
        kind: 'velvet-dusk/trial',
        schemaVersion: 1,
        name: 'Small board',
        base: atRest('lit', 'plain'),
        rows: { axis: 'plates', values: ['lit', 'dim'] },
        columns: { axis: 'exposure', values: [-1, 0, 1] },
        switch: { axis: 'looks', values: ['plain', 'rich'] },
      },
      'small board',
    ),
    looks: [
      { id: 'plain', version: 1, document: { ...newLook('Plain, "so"'), steps: [] } },
      { id: 'rich', version: undefined, document: rich },
    ],
    profiles: [heron],
    luts: [],
    plates: [plate('lit', 'Lit', 0), plate('dim', 'Dim, late', -1)],
    display: standardDisplay,
    practice: usualPractice,
    gate: null,
    endurance: true,
  };
}
