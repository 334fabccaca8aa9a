import { stopsToLinear } from '../../colour/exposure.ts';
import { greyLightness } from '../../colour/oklab.ts';
import { writeColour } from '../../colour/oklabPixels.ts';
import { type MarkedAreas, noMarks } from '../../recording/areas.ts';

/** A picture made to strain a look, as light. */
export interface StressTarget {
  readonly id: string;
  readonly label: string;
  readonly about: string;
  readonly width: number;
  readonly height: number;
  readonly marks: MarkedAreas;
  /** Bits it is recorded in; none for the camera's own. */
  readonly bits?: 8 | 10;
  /** Working RGB, interleaved, width × height × 3. */
  light(): Float32Array;
}

/** A colour by stops from mid-grey, Oklab hue in degrees, and saturation as chroma over lightness. */
export interface TargetColour {
  stops: number;
  saturation: number;
  hue: number;
}

/** A target of which each pixel is a colour. @param at of the pixel's middle, in shares of width and height. */
export function pixelTarget(
  about: Omit<StressTarget, 'light' | 'marks'> & { marks?: MarkedAreas },
  at: (x: number, y: number) => TargetColour,
): StressTarget {
  const { width, height } = about;
  return {
    marks: noMarks,
    ...about,
    light() {
      const rgb = new Float32Array(width * height * 3);
      for (let y = 0; y < height; y++)
        for (let x = 0; x < width; x++) {
          const { stops, saturation, hue } = at((x + 0.5) / width, (y + 0.5) / height);
          const lightness = greyLightness(stopsToLinear(stops));
          writeColour({ lightness, saturation, hue }, rgb, (y * width + x) * 3);
        }
      return rgb;
    },
  };
}

/** The step of some that a share of 0–1 falls on. */
export const stepAt = <T>(share: number, steps: readonly T[]): T =>
  steps[Math.min(Math.floor(share * steps.length), steps.length - 1)];
