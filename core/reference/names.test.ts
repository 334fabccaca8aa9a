import fc from 'fast-check';
import { XMLValidator } from 'fast-xml-parser';
import { expect, test } from 'vitest';
import { standardProfiles } from '../src/camera/standard/index.ts';
import { writeCdl } from '../src/formats/cdl/write.ts';
import { profileToClf } from '../src/camera/export/profileClf.ts';
import { cdlSchema } from '../src/colour/cdl.ts';
import { newLook } from '../src/look/document.ts';
import { newPack, withItems, packItemSchema } from '../src/pack/document.ts';
import { ocioConfig } from '../src/pack/ocioConfig.ts';
import { ocioConfigs } from './tools.ts';

/** Whatever looks, cameras and packs are called, what is written of them loads in the reference reader, with all of them in it. */

const awkward = [
  'No look',
  'RAW',
  'Twin',
  'twin',
  'Twin',
  '100 % $HOME',
  '%n ${SHOT}',
  'a, b: c',
  '"quoted" \\ back',
  '<USE_DISPLAY_NAME>',
  'scene_linear',
  'bell\u0007 and escape \u001b[31m',
  'line\nbreak\ttab',
  '  ',
  '-',
  '#5',
  '{}',
  'Wärme · 暖かい',
];
const anyName = fc.oneof(
  fc.constantFrom(...awkward),
  fc.string({ unit: 'binary', minLength: 1, maxLength: 30 }),
);
const configOf = (looks: readonly string[], cameras: readonly string[], packName: string) => {
  const named = looks.map((name, i) => ({
    id: `look-${i}`,
    version: 1,
    document: { ...newLook('x'), name },
  }));
  const [first] = standardProfiles;
  const profiles = cameras.map((name, i) => ({ ...first, id: `camera-${i}`, name }));
  const item = packItemSchema.parse({ role: 'combined', destinations: ['editor'] });
  let pack = { ...newPack('Pack'), name: packName };
  for (const look of named) for (const p of profiles) pack = withItems(pack, look.id, p.id, [item]);
  return ocioConfig(pack, { looks: named, profiles }).texts[0].text;
};

test('an OpenColorIO configuration loads and holds every look and camera, whatever they are called', () => {
  const cases = [
    { looks: awkward, cameras: awkward, pack: '100 % "night" $SHOT' },
    ...fc.sample(
      fc.record({
        looks: fc.array(anyName, { minLength: 1, maxLength: 5 }),
        cameras: fc.array(anyName, { minLength: 1, maxLength: 4 }),
        pack: anyName,
      }),
      150,
    ),
  ];
  const answers = ocioConfigs(cases.map((c) => configOf(c.looks, c.cameras, c.pack)));
  for (const [i, { looks, cameras }] of cases.entries()) {
    const answer = answers[i];
    expect(answer.error, JSON.stringify(cases[i])).toBeUndefined();
    expect(answer.looks).toHaveLength(looks.length);
    for (const views of answer.views) expect(views).toHaveLength(looks.length + 1);
    // Three of its own, one for each camera, one for each view.
    expect(answer.spaces).toHaveLength(3 + cameras.length + answer.views.flat().length);
  }
});

test('names that mean nothing to the reader stay as they are', () => {
  const [answer] = ocioConfigs([
    configOf(['Slack Water', 'Sodium Quay (night)'], ['Heron log'], 'Night Crew'),
  ]);
  expect(answer.looks).toEqual(['Slack Water', 'Sodium Quay (night)']);
  expect(answer.spaces).toContain('Heron log');
});

test('CDL and Common LUT Format files are XML, whatever is in their names', () => {
  fc.assert(
    fc.property(anyName, (name) => {
      const correction = { id: name, description: name, params: cdlSchema.parse({}) };
      for (const kind of ['cc', 'ccc', 'cdl'] as const)
        expect(XMLValidator.validate(writeCdl([correction], kind)), kind).toBe(true);
      const clf = profileToClf({ ...standardProfiles[0], name });
      expect(XMLValidator.validate(clf)).toBe(true);
      // XML 1.0 has no characters of control but these three; the validator lets them pass.
      // eslint-disable-next-line no-control-regex -- that is what is looked for
      expect(clf).not.toMatch(/[\u0000-\u0008\u000b\u000c\u000e-\u001f]/);
    }),
    { numRuns: 80 },
  );
});
