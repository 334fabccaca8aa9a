import { linearToStops, stopsToLinear } from '../../colour/exposure.ts';
import { identity } from '../../colour/matrix.ts';
import { bt709 } from '../../colour/spaces/index.ts';
import type { Lut } from '../../lut/lut.ts';
import { compileRendering, standardRendering } from '../../render/rendering.ts';
import { type ConversionFit, fitConversion, type Manner } from './conversionFit.ts';
import { sampleConversion } from './conversionSamples.ts';
import { greyAxis } from './fromLut.ts';
import {
  checkedPoints,
  type ImportedProfile,
  primariesFrom,
  primariesNote,
  profileAround,
} from './imported.ts';
import { skinApart } from './skinApart.ts';

/** What may be left of the signal, and ΔE2000 of skin between either half of the colours, where a fit is believed. */
const believed = { left: 0.004, skin: 0.6 };

const mannerWords: Record<Manner, string> = {
  'each channel': 'is put on each channel',
  'each wide channel': 'is put on each channel of primaries wider than the display’s',
  'hue kept': 'keeps the ratios of light, and so hue',
  'this program': 'is put on as this program does it',
};

const share = (of: number) => `${(of * 100).toFixed(1)} %`;

/** What a fit says in words, and whether it is believed. */
function judge(fit: ConversionFit | null): { believed: boolean; notes: string[] } {
  if (!fit)
    return {
      believed: false,
      notes: ['Too few of its colours come out within the signal to fit primaries to.', primariesNote],
    };
  const doubt = skinApart(fit.halves[0], fit.halves[1]);
  const left = `${share(fit.left)} of the signal is left, ${share(fit.before)} with BT.709’s`;
  if (fit.left > believed.left || doubt > believed.skin)
    return {
      believed: false,
      notes: [
        `Its colours follow no camera’s primaries closely (${left}; skin ±ΔE ${doubt.toFixed(1)}): there may be a look in it, or it is for another display than BT.709.`,
        primariesNote,
      ],
    };
  const without = skinApart(fit.matrix, identity);
  return {
    believed: true,
    notes: [
      `Primaries and curve were fitted to its colours: ${left}. Skin is sure within ΔE ${Math.max(doubt, 0.1).toFixed(1)}; with BT.709’s primaries it would be ΔE ${without.toFixed(1)} off.`,
      `Its tone scale ${mannerWords[fit.manner]}. In blacks and whites, where it says little, the curve is a guess: compare it with what the maker prints.`,
    ],
  };
}

/**
 * A profile estimated from a maker's conversion cube, which also holds the maker's rendering. The rendering of this program
 * (standard tone scale, BT.1886, mid-grey at 42 %) is taken off its greys; then its colours say how far that is wrong, and
 * what the camera's primaries are. Where they do not, BT.709 stands in.
 */
export function profileFromConversion(lut: Lut, name: string, file: string): ImportedProfile {
  const display = compileRendering(standardRendering);
  const guessed = (signal: number) => display.tone.inverse(display.output.curve.inverse(signal));
  const fit = fitConversion(sampleConversion(lut), ({ signal }) => guessed(signal[1]));
  const verdict = judge(fit);
  const light = (signal: number) =>
    verdict.believed && signal > 0
      ? stopsToLinear(fit!.stops.at(linearToStops(guessed(signal))))
      : guessed(signal);

  const axis = greyAxis(lut);
  const top = Math.max(...axis.map(([, out]) => out));
  // Where the cube clips, nothing can be told.
  const open = axis.filter(([, out]) => out < Math.min(top, 1) - 1e-4);
  const points = checkedPoints(
    open.map(([code, out]): [number, number] => [code, light(out)]),
    file,
  );
  const clipStops = linearToStops(points[points.length - 1][1]);
  const notes = [
    verdict.believed
      ? 'Estimated from a conversion cube.'
      : 'Estimated from the grey axis of a conversion cube: the maker’s own tone scale is taken to be like this program’s.',
    ...verdict.notes,
  ];
  const sensor = { clipStops: Math.min(Math.max(clipStops, 0.5), 16), floorStops: -7 };
  const parts = {
    ...(verdict.believed
      ? primariesFrom(fit!.matrix, bt709)
      : { guess: `estimated from the greys of ${file}`.slice(0, 200) }),
    sensor,
    citation: `Estimated from ${file}`,
  };
  return { profile: profileAround(name, { family: 'sampled', points }, parts, file), notes };
}
