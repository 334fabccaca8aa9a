import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { ocio, temporaryFolder, toPixels, worstDifference } from '../../../reference/tools.ts';
import { cdlOnCode, cdlSchema } from '../../colour/cdl.ts';
import { amount, settings } from '../../look/steps/arbitraries.ts';
import { FormatError } from '../error.ts';
import { type CdlCorrection, cdlKinds } from './correction.ts';
import { parseCdl } from './parse.ts';
import { writeCdl } from './write.ts';

/** The shape of the examples in ASC CDL 1.2 (from memory), with numbers of our own. */
const collection = `<?xml version="1.0" encoding="UTF-8"?>
<ColorCorrectionCollection xmlns="urn:ASC:CDL:v1.2">
  <ColorCorrection id="ferry-01">
    <Description>ramp at night</Description>
    <SOPNode>
      <Slope>1.1 0.95 1.02</Slope>
      <Offset>-0.01 0.0 0.02</Offset>
      <Power>1.0 1.05 0.9</Power>
    </SOPNode>
    <SatNode><Saturation>0.85</Saturation></SatNode>
  </ColorCorrection>
  <ColorCorrection id="ferry-02"><SatNode><Saturation>1.2</Saturation></SatNode></ColorCorrection>
</ColorCorrectionCollection>`;

test('a collection is read with its IDs and descriptions; what is missing rests', () => {
  const [first, second] = parseCdl(collection, 'night.ccc');
  expect(first).toMatchObject({ id: 'ferry-01', description: 'ramp at night' });
  expect(first.params).toMatchObject({ slopeR: 1.1, offsetB: 0.02, powerG: 1.05, saturation: 0.85 });
  expect(second.params).toEqual(cdlSchema.parse({ saturation: 1.2 }));
});

test('written as each of the three kinds and read again, the numbers are the same to six decimals', () => {
  fc.assert(
    fc.property(settings.cdl, fc.constantFrom(...cdlKinds), (params, kind) => {
      const one = { id: 'a', description: 'lamp', params } as CdlCorrection;
      const [again] = parseCdl(writeCdl([one], kind), `x.${kind}`);
      return (
        again.id === 'a' &&
        Object.entries(one.params).every(([k, v]) => Math.abs(again.params[k as 'slopeR'] - v) < 1e-6)
      );
    }),
    { numRuns: 40 },
  );
  expect(() => writeCdl([], 'cc')).toThrow(/exactly one/);
});

test.each(cdlKinds)('OpenColorIO reads the .%s we write and gets the picture we get', (kind) => {
  const params = cdlSchema.parse({ slopeR: 1.2, offsetG: 0.03, powerB: 1.2, saturation: 0.7 });
  const path = join(temporaryFolder(), `lamp.${kind}`);
  writeFileSync(path, writeCdl([{ id: 'lamp', description: '', params }], kind));
  const code = new Float32Array(150).map((_, i) => ((i * 29) % 150) / 160);
  const theirs = ocio({ kind: 'file', path, interpolation: 'trilinear', ccc: 'lamp' }, toPixels(code));
  cdlOnCode(params)(code);
  // OpenColorIO clamps a CDL from a file to 0…1 (ASC CDL 1.2); these inputs stay inside.
  expect(
    worstDifference(
      code.map((v) => Math.min(Math.max(v, 0), 1)),
      theirs,
    ),
  ).toBeLessThan(2e-3);
});

test.each([
  ['no XML', 'hello', /x\.cc: line 1, column \d+: not XML/],
  ['another root', '<Grade/>', /first element: expected one of ColorDecisionList/],
  ['an empty list', '<ColorDecisionList/>', /there is no ColorCorrection/],
  [
    'two numbers for three',
    '<ColorCorrection id="a"><SOPNode><Slope>1 2</Slope></SOPNode></ColorCorrection>',
    /ColorCorrection 1, Slope: expected 3 number\(s\), found "1 2"/,
  ],
  [
    'a misspelled element',
    '<ColorCorrection id="a"><SOPNode><Slop>2 2 2</Slop></SOPNode></ColorCorrection>',
    /ColorCorrection 1, SOPNode: "Slop" is not known here; Slope, Offset, Power/,
  ],
  [
    'a misspelled node',
    '<ColorCorrection id="a"><SatNod><Saturation>0.5</Saturation></SatNod></ColorCorrection>',
    /ColorCorrection 1: "SatNod" is not known here/,
  ],
  [
    'a misspelled correction',
    '<ColorDecisionList><ColorDecision><ColourCorrection/></ColorDecision></ColorDecisionList>',
    /ColorDecision: "ColourCorrection" is not known here/,
  ],
  [
    'a wild slope',
    '<ColorCorrection id="a"><SOPNode><Slope>1 2 99</Slope></SOPNode></ColorCorrection>',
    /ColorCorrection 1, slopeB/,
  ],
])('%s is refused with its place', (_, text, message) => {
  expect(() => parseCdl(text, 'x.cc')).toThrow(FormatError);
  expect(() => parseCdl(text, 'x.cc')).toThrow(message);
});

test('rubbish never gets past the reader as anything but a FormatError', () => {
  fc.assert(
    fc.property(fc.string(), amount(0, 1), (junk, at) => {
      const cut = Math.floor(at * collection.length);
      try {
        parseCdl(collection.slice(0, cut) + junk + collection.slice(cut), 'x.ccc');
      } catch (error) {
        return error instanceof FormatError;
      }
      return true;
    }),
  );
});
