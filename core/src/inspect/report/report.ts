import type { Profile } from '../../camera/profile.ts';
import { inspectLut, type LutReport } from '../../lut/inspect.ts';
import { linearToStops } from '../../colour/exposure.ts';
import { inputDomainOf, type Lut } from '../../lut/lut.ts';
import { findFaults } from '../faults/index.ts';
import type { Fault } from '../faults/fault.ts';
import { tintedNeutrals } from '../faults/tintedNeutrals.ts';
import { type Asked, type Identity, identify } from '../identify/identity.ts';
import type { Hypothesis } from '../identify/identify.ts';
import type { KnownLook } from '../identify/knownLooks.ts';
import { latticeOf, neutralOf } from '../lattice.ts';
import { type ColourReport, reportColours } from './colours.ts';
import { type GreyReport, reportGreys } from './greys.ts';
import { headline } from './headline.ts';
import { lookOfLut, signatureOf, valuesKey } from './signature.ts';
import { type PrecisionReport, reportPrecision } from './precision.ts';
import { type Spot, spotOf } from './spots.ts';
import { View } from './view.ts';

/** All that is said of one LUT. Plain numbers and words: it goes from worker to page, and into JSON. */
export interface FullReport {
  headline: string;
  file: LutReport;
  identity: Identity;
  faults: Fault[];
  /** Colours around each fault, by its ID. */
  spots: Record<string, Spot>;
  greys: GreyReport;
  colours: ColourReport;
  precision: PrecisionReport;
  /** Values at even places, to tell files that are the same or nearly: L*a*b*-like, see `signature.ts`. */
  signature: Float32Array;
  /** Of all values of its lattice, to six decimals: the same where they are. */
  valuesKey: string;
  /** What it does to light, whatever its ends; null where they are not known. */
  look: Float32Array | null;
}

/** Stops over mid-grey of light that a grey of a LUT's input stands for, as a reading has it. */
function greyStops(lut: Lut, { input: { compiled } }: Hypothesis): (place: number) => number {
  const { domainMin, domainMax } = inputDomainOf(lut);
  return (place) => {
    const light = Float32Array.from(domainMin, (low, c) => low + place * (domainMax[c] - low));
    compiled.toLight(light);
    return linearToStops(Math.max(...light, 0));
  };
}

/**
 * Everything that can be told of a LUT by itself. @param profiles those it may be made for. @param looks those that may be in it.
 */
export function reportLut(
  lut: Lut,
  profiles: readonly Profile[],
  looks: readonly KnownLook[] = [],
  asked: Asked = {},
): FullReport {
  const lattice = latticeOf(lut);
  const read = (other: Lut) => identify(other, profiles, looks, asked);
  const asItIs = read(lut);
  const tinted = asItIs.best && tintedNeutrals(lut, neutralOf(lattice), asItIs.best, read);
  // A cast makes a look of a conversion, and another camera of its own.
  const { identity, best, ends } = tinted ? tinted.read : asItIs;
  const view = new View(lut, ...ends);
  const known = { stopsAt: best && greyStops(lut, best), seen: best && view };
  const faults = [...findFaults(lut, lattice, known), ...(tinted ? [tinted.fault] : [])];
  const file = inspectLut(lut);
  const greys = reportGreys(view);
  return {
    headline: headline(file, identity, faults),
    file,
    identity,
    faults,
    spots: Object.fromEntries(faults.map((f) => [f.id, spotOf(lut, f)])),
    greys,
    colours: reportColours(view),
    precision: reportPrecision(lut, lattice),
    signature: signatureOf(lut),
    valuesKey: valuesKey(lattice),
    look: best && lookOfLut(view),
  };
}
