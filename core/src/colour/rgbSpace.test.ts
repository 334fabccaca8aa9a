import { describe, expect, test } from 'vitest';
import { adaptation } from './adaptation.ts';
import { whiteD65, xyToXyz } from './chromaticity.ts';
import { invert, multiply, transform } from './matrix.ts';
import { luminanceWeights, rgbToRgb, rgbToXyz } from './rgbSpace.ts';
import { ap0, ap1, bt2020, bt709, p3d65, spaces } from './spaces/index.ts';

const expectMatrix = (m: readonly number[], printed: readonly number[], digits: number) =>
  m.forEach((v, i) => expect(v).toBeCloseTo(printed[i], digits));

describe('matrices from primaries', () => {
  test('BT.709 luminance weights are those of ITU-R BT.709-6 item 3.2', () => {
    expectMatrix(luminanceWeights(bt709), [0.2126, 0.7152, 0.0722], 4);
  });

  test('BT.2020 luminance weights are those of ITU-R BT.2020-2 table 4', () => {
    expectMatrix(luminanceWeights(bt2020), [0.2627, 0.678, 0.0593], 4);
  });

  test('AP0 to XYZ is the matrix of SMPTE ST 2065-1', () => {
    const printed = [
      0.9525523959, 0, 0.0000936786, 0.3439664498, 0.7281660966, -0.0721325464, 0, 0, 1.0088251844,
    ];
    expectMatrix(rgbToXyz(ap0), printed, 9);
  });

  test('AP1 to XYZ is the matrix of Academy S-2014-004', () => {
    const printed = [
      0.6624541811, 0.1340042065, 0.156187687, 0.2722287168, 0.6740817658, 0.0536895174, -0.0055746495,
      0.0040607335, 1.0103391003,
    ];
    expectMatrix(rgbToXyz(ap1), printed, 9);
  });

  test('P3-D65 to XYZ is the matrix of SMPTE EG 432-1 with D65 (from memory)', () => {
    const printed = [
      0.48657095, 0.26566769, 0.19821729, 0.22897456, 0.69173852, 0.07928691, 0, 0.04511338, 1.04394437,
    ];
    expectMatrix(rgbToXyz(p3d65), printed, 6);
  });

  test.each(spaces)('$label keeps white white on the way to every other space', (space) => {
    for (const other of spaces) expectMatrix(transform(rgbToRgb(space, other), [1, 1, 1]), [1, 1, 1], 10);
  });

  test('there and back is where it was', () => {
    const there = multiply(rgbToRgb(ap1, bt709), rgbToRgb(bt709, ap1));
    expectMatrix(there, [1, 0, 0, 0, 1, 0, 0, 0, 1], 12);
  });

  test('primaries on one line are refused', () => {
    const flat = { red: [0.1, 0.1], green: [0.2, 0.2], blue: [0.3, 0.3] } as const;
    expect(() => rgbToXyz({ primaries: flat, white: whiteD65 })).toThrow(RangeError);
    expect(() => invert([1, 2, 3, 2, 4, 6, 1, 1, 1])).toThrow('no inverse');
  });
});

test('Bradford from D65 to D50 is the matrix Lindbloom prints', () => {
  // His D65 is (0.95047, 1, 1.08883): the same white to four digits, so the matrix is to three.
  const printed = [
    1.0478112, 0.0228866, -0.050127, 0.0295424, 0.9904844, -0.0170491, -0.0092345, 0.0150436, 0.7521316,
  ];
  expectMatrix(adaptation(whiteD65, [0.34567, 0.3585]), printed, 3);
  const moved = transform(adaptation(whiteD65, [0.34567, 0.3585]), xyToXyz(whiteD65));
  expectMatrix(moved, xyToXyz([0.34567, 0.3585]), 12);
});
