import { deltaE2000 } from '../../colour/deltaE2000.ts';
import { greyLightness } from '../../colour/oklab.ts';
import { stopsToLinear } from '../../colour/exposure.ts';
import { hueDistance, angleOf } from '../../colour/hue.ts';
import { writeColour } from '../../colour/oklabPixels.ts';
import { complexions } from '../../colour/complexions.ts';
import { displayPixels } from '../../match/displayOklab.ts';
import { type Lab, labAt, type View } from './view.ts';

/** A colour without the LUT and through it: a and b of Oklab on the usual display. */
export interface ColourArrow {
  hue: number;
  from: [number, number];
  to: [number, number];
}

/** What happens to hues at one level. */
export interface HueRing {
  /** Stops from mid-grey. */
  stops: number;
  arrows: ColourArrow[];
}

/** One complexion at one exposure: display codes before and after. */
export interface SkinPair {
  complexion: number;
  stops: number;
  before: [number, number, number];
  after: [number, number, number];
  /** Turn of hue on a*, b*, degrees; + is toward yellow. */
  turn: number;
  deltaE: number;
}

export interface ColourReport {
  rings: HueRing[];
  /** Factor on chroma of all hues, at the middle level. */
  saturation: number;
  /** The hue that turns most there, and by how many degrees; + is anticlockwise. */
  mostTurned: { hue: number; degrees: number };
  skin: SkinPair[];
  /** Mean difference of lightness (L*) the LUT makes of greys and colours, its mean size, and whether that is none. */
  lightness: number;
  isColourOnly: boolean;
}

const levels = [-2, 0, 1.5] as const;
const hues = Array.from({ length: 12 }, (_, i) => i * 30);
const saturation = 0.14;
const skinExposures = [-2, -1, 0, 1] as const;
/** Mean change of L* under which luminance counts as kept. */
const noChange = 1.2;

const lightOf = (colours: readonly { stops: number; saturation: number; hue: number }[]) => {
  const rgb = new Float32Array(colours.length * 3);
  colours.forEach(({ stops, ...c }, i) =>
    writeColour({ lightness: greyLightness(stopsToLinear(stops)), ...c }, rgb, i * 3),
  );
  return rgb;
};

const triple = (rgb: Float32Array, i: number): [number, number, number] => [
  rgb[i * 3],
  rgb[i * 3 + 1],
  rgb[i * 3 + 2],
];

function ringAt(view: View, stops: number): HueRing {
  const light = lightOf(hues.map((hue) => ({ stops, saturation, hue })));
  const [before, after] = [view.plain(light), view.through(light)].map(
    (code) => displayPixels(code, view.rendering).lab,
  );
  return {
    stops,
    arrows: hues.map((hue, i) => ({
      hue,
      from: [before[i * 3 + 1], before[i * 3 + 2]],
      to: [after[i * 3 + 1], after[i * 3 + 2]],
    })),
  };
}

function reportSkin(view: View): SkinPair[] {
  const all = complexions.flatMap((c, complexion) =>
    skinExposures.map((stops) => ({ complexion, stops, colour: { ...c, stops: c.stops + stops } })),
  );
  const light = lightOf(all.map((x) => x.colour));
  const [before, after] = [view.plain(light), view.through(light)];
  return all.map(({ complexion, stops }, i) => {
    const [a, b] = [labAt(before, i * 3), labAt(after, i * 3)];
    return {
      complexion,
      stops,
      before: triple(before, i),
      after: triple(after, i),
      turn: hueDistance(angleOf(a[1], a[2]), angleOf(b[1], b[2])),
      deltaE: deltaE2000(a, b),
    };
  });
}

/** Mean size of the change of lightness, over greys and the colours of the rings, in the range a picture has. */
function lightnessChange(view: View): number {
  const stops = [-4, -3, -2, -1, 0, 1, 2];
  const light = lightOf([
    ...stops.map((s) => ({ stops: s, saturation: 0, hue: 0 })),
    ...hues.map((hue) => ({ stops: 0, saturation: 0.08, hue })),
  ]);
  const [before, after] = [view.plain(light), view.through(light)];
  const labs = (codes: Float32Array): Lab[] =>
    Array.from({ length: codes.length / 3 }, (_, i) => labAt(codes, i * 3));
  const through = labs(after);
  return labs(before).reduce((sum, l, i) => sum + Math.abs(through[i][0] - l[0]), 0) / through.length;
}

export function reportColours(view: View): ColourReport {
  const rings = levels.map((stops) => ringAt(view, stops));
  const middle = rings[1].arrows;
  const chroma = ([a, b]: [number, number]) => Math.hypot(a, b);
  const sum = (f: (a: ColourArrow) => number) => middle.reduce((s, a) => s + f(a), 0);
  const turns = middle.map((a) => ({
    hue: angleOf(...a.from),
    degrees: hueDistance(angleOf(...a.from), angleOf(...a.to)),
  }));
  const lightness = lightnessChange(view);
  return {
    rings,
    saturation:
      sum((a) => chroma(a.to)) /
      Math.max(
        sum((a) => chroma(a.from)),
        1e-6,
      ),
    mostTurned: turns.reduce((m, t) => (Math.abs(t.degrees) > Math.abs(m.degrees) ? t : m)),
    skin: reportSkin(view),
    lightness,
    isColourOnly: lightness < noChange,
  };
}
