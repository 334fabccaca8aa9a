import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { DocumentError } from '../document.ts';
import { parseProfile } from '../camera/profile.ts';
import { compileLook } from './compile.ts';
import { type Look, lookSchemaVersion, newLook, parseLook, stepName } from './document.ts';
import { stepEffects } from './effect.ts';
import { recipeHash, sha256Hex } from './hash.ts';
import { canonicalJson } from '../canonicalJson.ts';
import { compilePipeline } from '../order/pipeline.ts';
import { trimCode } from './trimCode.ts';
import { balanceLight, balanceMatrix } from '../colour/balance.ts';
import { neutralShot, runShot, shotMatrix } from './shot.ts';
import { shotTables } from './shotTables.ts';
import { transform } from '../colour/matrix.ts';
import { onStandard } from '../testing/onStandard.ts';

const demo = (file: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../../demo/${file}`, import.meta.url), 'utf8'));
const slackWater = parseLook(demo('looks/slack-water.json'), 'slack-water.json');
const heron = parseProfile(demo('profiles/heron.json'), 'heron');

const light = () => Float32Array.from([0.18, 0.18, 0.18, 0.02, 0.05, 0.1, 1.4, 0.6, 0.2]);
const through = (look: Look) => {
  const rgb = light();
  compileLook(onStandard(look)).run(rgb);
  return rgb;
};

test('strength 0 is none, strength 1 the look, half lies between', () => {
  expect(through({ ...slackWater, strength: 0 })).toEqual(light());
  const [none, half, full] = [0, 0.5, 1].map((strength) => through({ ...slackWater, strength }));
  half.forEach((v, i) => {
    expect(v).toBeGreaterThanOrEqual(Math.min(none[i], full[i]) - 1e-6);
    expect(v).toBeLessThanOrEqual(Math.max(none[i], full[i]) + 1e-6);
  });
});

test('a step that is off, or at strength 0, is as if it were not there', () => {
  const without = { ...slackWater, steps: slackWater.steps.filter((s) => s.type !== 'zones') };
  const change = (edit: object) => ({
    ...slackWater,
    steps: slackWater.steps.map((s) => (s.type === 'zones' ? { ...s, ...edit } : s)),
  });
  expect(through(change({ on: false }))).toEqual(through(without));
  expect(through(change({ strength: 0 }))).toEqual(through(without));
});

test('the hash is of the recipe: names and ids do not count, a number does', () => {
  const hash = recipeHash(slackWater);
  expect(recipeHash({ ...slackWater, name: 'Other', notes: 'x' })).toBe(hash);
  expect(recipeHash({ ...slackWater, steps: slackWater.steps.map((s) => ({ ...s, id: `${s.id}-2` })) })).toBe(
    hash,
  );
  expect(recipeHash({ ...slackWater, strength: 0.99 })).not.toBe(hash);
  expect(canonicalJson({ b: 1, a: [2, { d: null, c: 'x' }] })).toBe('{"a":[2,{"c":"x","d":null}],"b":1}');
});

test('SHA-256 of "abc" is that of FIPS 180-4', () => {
  expect(sha256Hex(new TextEncoder().encode('abc'))).toBe(
    'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad',
  );
});

test('a document written and read again is the same', () => {
  expect(parseLook(JSON.parse(JSON.stringify(slackWater)), 'again')).toEqual(slackWater);
  expect(newLook('Fresh').schemaVersion).toBe(lookSchemaVersion);
});

test.each([
  ['another kind', { kind: 'something', schemaVersion: 1 }, /mine\.json: kind: not a look document/],
  [
    'another schema',
    { ...slackWater, schemaVersion: 99 },
    /mine\.json: schemaVersion: .*reads version 5.*99/,
  ],
  ['an unknown step', { ...slackWater, steps: [{ id: 'a', type: 'wobble', params: {} }] }, /steps\.0\.type/],
  [
    'a wild number',
    { ...slackWater, steps: [{ id: 'a', type: 'contrast', params: { contrast: 99 } }] },
    /steps\.0\.params\.contrast/,
  ],
  ['a twin id', { ...slackWater, steps: [slackWater.steps[0], slackWater.steps[0]] }, /share an id/],
  ['nothing', null, /not a look document/],
])('%s is refused with file and place', (_, document, message) => {
  expect(() => parseLook(document, 'mine.json')).toThrow(DocumentError);
  expect(() => parseLook(document, 'mine.json')).toThrow(message);
});

test('shot: at rest it is the identity; warm is redder, and K goes up as the picture warms', () => {
  expect(shotMatrix(neutralShot)).toEqual([1, 0, 0, 0, 1, 0, 0, 0, 1]);
  const [r, , b] = transform(balanceMatrix({ mired: 40, duv: 0 }), [1, 1, 1]);
  expect(r).toBeGreaterThan(b);
  expect(balanceLight({ mired: 40, duv: 0 }).kelvin).toBeGreaterThan(
    balanceLight({ mired: 0, duv: 0 }).kelvin,
  );
  const green = transform(balanceMatrix({ mired: 0, duv: 0.01 }), [1, 1, 1]);
  expect(green[1]).toBeGreaterThan(Math.max(green[0], green[2]));
});

test('a trim in code, then the pipeline, is the pipeline with the trim', () => {
  const shot = { exposure: 0.7, mired: 25, duv: -0.004, black: 0.4, contrast: 1.2, saturation: 0.8 };
  const code = Float32Array.from([0.3, 0.4, 0.5, 0.42, 0.38, 0.33]);
  const together = Float32Array.from(code);
  compilePipeline({ profile: heron, look: onStandard(slackWater), shot }).run(together);
  const apart = Float32Array.from(code);
  const pipeline = compilePipeline({ profile: heron, look: onStandard(slackWater) });
  trimCode(pipeline.codec, shot)(apart);
  pipeline.run(apart);
  together.forEach((v, i) => expect(apart[i]).toBeCloseTo(v, 5));
});

test('the shot tables of the viewer are the shot lane within a tenth of a 10-bit code', () => {
  const shot = { exposure: 0.7, mired: 25, duv: -0.004, black: 0.4, contrast: 0.85, saturation: 1.3 };
  const t = shotTables(heron, shot);
  const read = (row: number, at: number) => {
    const x = Math.min(Math.max(at, 0), 1) * (t.size - 1);
    const i = Math.min(Math.floor(x), t.size - 2);
    const [a, b] = [t.data[row * t.size + i], t.data[row * t.size + i + 1]];
    return a + (x - i) * (b - a);
  };
  const [low, high, offset] = t.encodeSpan;
  for (let code = 0.08; code < 0.92; code += 0.013) {
    const exact = Float32Array.from([code, code * 0.9, code * 1.05]);
    const light = exact.map((v) => read(0, v));
    runShot(t.correction, light);
    const table = Array.from(light, (x) =>
      read(1, (Math.log2(Math.max(x + offset, 1e-9)) - low) / (high - low)),
    );
    trimCode(compilePipeline({ profile: heron, look: onStandard(slackWater) }).codec, shot)(exact);
    table.forEach((v, i) =>
      expect(Math.abs(Math.min(Math.max(v, 0), 1) - exact[i])).toBeLessThan(0.1 / 1023),
    );
  }
});

test('effects: a step at rest does nothing, the others do what they do', () => {
  const { rendering } = compilePipeline({ profile: heron, look: onStandard(slackWater) });
  const effects = stepEffects(onStandard(slackWater), rendering, light());
  expect(effects.get('zones')).toBeGreaterThan(0.5);
  expect(stepEffects(onStandard(newLook('rest')), rendering, light()).get('zones')).toBe(0);
});

test('a step goes by the name its maker gave it; the recipe is the same, and one without a name has no field for it', () => {
  const [first, ...others] = slackWater.steps;
  const named = { ...slackWater, steps: [{ ...first, name: 'Ebb', note: 'Cold from below' }, ...others] };
  expect(stepName(first)).toBe('Exposure');
  expect(stepName(parseLook(named, 'named').steps[0])).toBe('Ebb');
  expect(parseLook(named, 'named')).toEqual(named);
  expect(recipeHash(named)).toBe(recipeHash(slackWater));
  expect(slackWater.steps.every((s) => !('name' in s) && !('note' in s))).toBe(true);
  expect(() => parseLook({ ...named, steps: [{ ...first, name: 'x'.repeat(41) }] }, 'long')).toThrow(
    DocumentError,
  );
});
