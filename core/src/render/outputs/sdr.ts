import { bt2020, bt709, p3d65 } from '../../colour/spaces/index.ts';
import type { RgbSpace } from '../../colour/rgbSpace.ts';
import { bt1886 } from '../../colour/transfer/bt1886.ts';
import type { Curve } from '../../colour/transfer/cameraLog.ts';
import { powerToe } from '../../colour/transfer/powerToe.ts';
import { srgbCurve } from '../../colour/transfer/srgb.ts';
import type { DisplayLevels, OutputDefinition } from './output.ts';

interface SdrSpec {
  id: string;
  label: string;
  space: RgbSpace;
  citation: string;
  /** cd/m² of white, as the standard has it. */
  white: number;
}

const sdr = (spec: SdrSpec, curve: (levels: DisplayLevels) => Curve, usesBlack = false): OutputDefinition => {
  const { white: usual, ...rest } = spec;
  return {
    ...rest,
    token: () => spec.id,
    peak: { usual, min: 40, max: 500 },
    usesBlack,
    curve,
  };
};

/** ITU-R BT.1886 annex 1, with the black a display really has. */
const videoCurve = ({ peak, black }: DisplayLevels) => bt1886(1, black / peak);
/** SMPTE RP 431-2, item 7.9: a pure power of 2.6. */
const cinemaCurve = powerToe({ gamma: 2.6, a: 0, slope: 1, linearBreak: 0 });

export const bt709Video = sdr(
  {
    id: 'bt1886',
    label: 'BT.709, gamma 2.4',
    space: bt709,
    citation: 'ITU-R BT.709-6 primaries, ITU-R BT.1886 display',
    white: 100,
  },
  videoCurve,
  true,
);

export const srgb = sdr(
  { id: 'srgb', label: 'sRGB', space: bt709, citation: 'IEC 61966-2-1:1999', white: 80 },
  () => srgbCurve,
);

export const displayP3 = sdr(
  {
    id: 'display-p3',
    label: 'Display P3',
    space: p3d65,
    citation: 'SMPTE EG 432-1 primaries with D65, IEC 61966-2-1 curve',
    white: 80,
  },
  () => srgbCurve,
);

export const cinemaP3 = sdr(
  {
    id: 'p3-d65',
    label: 'P3-D65, gamma 2.6',
    space: p3d65,
    citation: 'SMPTE EG 432-1 primaries with D65, SMPTE RP 431-2 gamma',
    white: 48,
  },
  () => cinemaCurve,
);

export const bt2020Video = sdr(
  {
    id: 'bt2020',
    label: 'BT.2020, gamma 2.4',
    space: bt2020,
    citation: 'ITU-R BT.2020-2 primaries, ITU-R BT.1886 display',
    white: 100,
  },
  videoCurve,
  true,
);
