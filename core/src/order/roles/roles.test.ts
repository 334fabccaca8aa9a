import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { makeCodec } from '../../camera/codec.ts';
import { stopsToLinear } from '../../colour/exposure.ts';
import { newLook, parseLook } from '../../look/document.ts';
import { applyTetrahedral } from '../../lut/apply.ts';
import { seeded } from '../../numeric/random.ts';
import { standardDisplay } from '../../render/display.ts';
import { profileOf } from '../../testing/profiles.ts';
import { bake, type BakeOrder, cubeHeader } from '../bake.ts';
import { cubeFileName } from '../fileName.ts';
import { type RoleId, roleIds, roles } from './index.ts';

const slackWater = parseLook(
  JSON.parse(readFileSync(new URL('../../../../demo/looks/slack-water.json', import.meta.url), 'utf8')),
  'slack-water',
);
const [heron, wren] = [profileOf('heron'), profileOf('wren')];
const atRest = newLook('At rest');
const codec = makeCodec(heron);
const order = (role: RoleId, parts: Partial<BakeOrder> = {}): BakeOrder => ({
  look: slackWater,
  profile: heron,
  display: standardDisplay,
  role,
  grid: 33,
  ...parts,
});

/** Greys and colours of camera code, from the floor to the clip, none of them past a primary. */
const uniform = seeded(3);
const codes = Float32Array.from(
  Array.from({ length: 400 }, () => {
    const grey = codec.encode(stopsToLinear(-5 + 10 * uniform()));
    return [0, 1, 2].map(() => Math.min(Math.max(grey + 0.05 * (uniform() - 0.5), 0.1), 0.9));
  }).flat(),
);
const through = (o: BakeOrder, rgb: Float32Array) => {
  const out = Float32Array.from(rgb);
  applyTetrahedral(bake(o), out);
  return out;
};
const worst = (a: Float32Array, b: Float32Array) => a.reduce((w, v, i) => Math.max(w, Math.abs(v - b[i])), 0);

test('every role is named as it is listed, says where it stands, and bakes', () => {
  for (const id of roleIds) {
    const role = roles[id];
    expect(role.id).toBe(id);
    for (const words of [role.label, role.takes, role.gives, role.stands, role.purpose])
      expect(words).not.toBe('');
    const cube = bake(order(id, { grid: 5, offset: 2, to: wren }));
    expect(cube.data.every(Number.isFinite)).toBe(true);
    expect(cube.comments).toContain(`role: ${id} (${role.takes} to ${role.gives})`);
  }
});

describe('a look at rest changes nothing', () => {
  test.each(['creative-log', 'trim', 'camera-to-camera'] as const)('%s is the identity in code', (role) => {
    expect(worst(through(order(role, { look: atRest, to: heron }), codes), codes)).toBeLessThan(1e-4);
  });

  test('creative display is the identity on pictures of the conversion', () => {
    const pictures = through(order('conversion', { look: atRest }), codes);
    // Colours at the edge of the gamut are among them.
    expect(worst(through(order('creative-display', { look: atRest }), pictures), pictures)).toBeLessThan(
      1e-5,
    );
  });

  test('combined is the conversion, bit for bit', () => {
    const look = { ...atRest, rendering: slackWater.rendering };
    const [a, b] = [bake(order('combined', { look })).data, bake(order('conversion', { look })).data];
    expect(a.every((v, i) => v === b[i])).toBe(true);
  });
});

describe('footage exposed two stops over', () => {
  const darkened = codes.filter((_, i) => i % 3 === 0).map((c) => codec.decode(c));
  const grey = (light: Float32Array, stops: number) =>
    Float32Array.from(
      Array.from(light).flatMap((x) => Array(3).fill(codec.encode(x * 2 ** stops)) as number[]),
    );
  // Up to the clip, which is six and a half stops over mid-grey.
  const light = darkened.filter((x) => x * 4 < stopsToLinear(heron.sensor.clipStops));

  test.each(['monitor', 'monitor-partner'] as const)(
    '%s shows it as combined shows it nominally exposed',
    (role) => {
      const over = through(order(role, { offset: 2, grid: 65 }), grey(light, 2));
      const nominal = through(order('combined', { grid: 65 }), grey(light, 0));
      // Cells lie elsewhere on the curve: half a code of 8 bits.
      expect(worst(over, nominal)).toBeLessThan(0.002);
    },
  );

  test('trim gives the code it would have had', () => {
    const trimmed = through(order('trim', { offset: 2, grid: 65 }), grey(light, 2));
    expect(worst(trimmed, grey(light, 0))).toBeLessThan(1e-3);
  });

  test.each(['monitor', 'monitor-partner'] as const)(
    '%s without the look is a conversion that many stops darker',
    (role) => {
      const plain = through(order(role, { offset: 2, withoutLook: true, grid: 65 }), grey(light, 2));
      expect(worst(plain, through(order('conversion', { grid: 65 }), grey(light, 0)))).toBeLessThan(0.002);
    },
  );
});

test('camera to camera gives the code the other camera would have written for a grey', () => {
  const other = makeCodec(wren);
  for (const stops of [-4, -2, 0, 2, 4]) {
    const mine = new Float32Array(3).fill(codec.encode(stopsToLinear(stops)));
    const theirs = through(order('camera-to-camera', { to: wren, grid: 65 }), mine);
    for (const v of theirs) expect(v).toBeCloseTo(other.encode(stopsToLinear(stops)), 3);
  }
});

test('return and then conversion is the picture again', () => {
  const picture = Float32Array.from({ length: 90 }, (_, i) => 0.05 + (0.9 * ((i * 37) % 90)) / 90).map(
    (_, i, all) => all[i - (i % 3)],
  );
  const back = through(order('return', { grid: 65 }), picture);
  expect(worst(through(order('conversion', { grid: 65 }), back), picture)).toBeLessThan(0.004);
});

test('names and headers say the ends and the exposure', () => {
  expect(cubeFileName(order('monitor', { offset: 2 }))).toBe(
    'Slack-Water_heron_bt1886_monitor_2st-over_33.cube',
  );
  expect(cubeFileName(order('trim', { offset: -1.5 }))).toBe(
    'Slack-Water_heron_heron_trim_1p5st-under_33.cube',
  );
  expect(cubeFileName(order('creative-display'))).toBe('Slack-Water_bt1886_bt1886_creative-display_33.cube');
  expect(cubeHeader(order('monitor', { offset: 2 })).comments).toContain('offset: −2.00 stops of light');
  expect(cubeHeader(order('camera-to-camera', { to: wren })).title).toContain('Heron log to Wren log');
  expect(cubeHeader(order('creative-display')).title).toBe(
    'Slack Water - bt1886, full range - creative, display 33',
  );
});
