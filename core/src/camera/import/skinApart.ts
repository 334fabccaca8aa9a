import { complexions } from '../../colour/complexions.ts';
import { deltaE2000 } from '../../colour/deltaE2000.ts';
import { displayToLab } from '../../colour/displayLab.ts';
import { stopsToLinear } from '../../colour/exposure.ts';
import { invert, type Mat3, multiply, transformBuffer } from '../../colour/matrix.ts';
import { greyLightness } from '../../colour/oklab.ts';
import { writeColour } from '../../colour/oklabPixels.ts';
import { rgbToRgb } from '../../colour/rgbSpace.ts';
import { bt709, working } from '../../colour/spaces/index.ts';
import { compileRendering, standardRendering } from '../../render/rendering.ts';

const toWorking = rgbToRgb(bt709, working);
const fromWorking = invert(toWorking);

/**
 * Mean ΔE2000 between skin as a camera with one matrix records it and the same recording read with another.
 * @param camera @param taken camera RGB → BT.709, both light.
 */
export function skinApart(camera: Mat3, taken: Mat3): number {
  const { run, output } = compileRendering(standardRendering);
  const toLab = displayToLab(output.space, output.curve);
  const shown = (matrix?: Mat3) => {
    const rgb = new Float32Array(complexions.length * 3);
    complexions.forEach(({ stops, ...colour }, i) =>
      writeColour({ lightness: greyLightness(stopsToLinear(stops)), ...colour }, rgb, i * 3),
    );
    if (matrix) transformBuffer(matrix, rgb);
    run(rgb);
    return complexions.map((_, i) => toLab(rgb[i * 3], rgb[i * 3 + 1], rgb[i * 3 + 2]));
  };
  const right = shown();
  const read = shown(multiply(multiply(toWorking, taken), multiply(invert(camera), fromWorking)));
  return right.reduce((sum, lab, i) => sum + deltaE2000(lab, read[i]), 0) / right.length;
}
