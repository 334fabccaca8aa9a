import { rgbToRgb } from '../../colour/rgbSpace.ts';
import { ap0 } from '../../colour/spaces/index.ts';
import { bt709Params } from '../../colour/transfer/bt709.ts';
import { bt1886Gamma } from '../../colour/transfer/bt1886.ts';
import { srgbParams } from '../../colour/transfer/srgb.ts';
import {
  exponentLines,
  logLines,
  matrixLines,
  rangeLines,
  tableLines,
  writeClf,
} from '../../formats/clf/write.ts';
import { makeCodec } from '../codec.ts';
import type { Profile } from '../profile.ts';

/** Entries of the table written for a curve that no Log or Exponent node can say. */
const tableSize = 4096;

/** The node that decodes signal to light; undefined where the format has none for the curve. */
function curveNode({ curve }: Profile) {
  switch (curve.family) {
    case 'logWithLinearToe': {
      const { family: _, ...params } = curve;
      return logLines('cameraLogToLin', params);
    }
    case 'pureLog': {
      // No node has the low end of ACEScc; it lies under code 0.
      const { family: _, floor: __, ...params } = curve;
      return logLines('logToLin', params);
    }
    case 'videoGamma':
      switch (curve.standard) {
        case 'bt709':
          return exponentLines('monCurveMirrorFwd', { exponent: bt709Params.gamma, offset: bt709Params.a });
        case 'srgb':
          return exponentLines('monCurveMirrorFwd', { exponent: srgbParams.gamma, offset: srgbParams.a });
        case 'bt1886':
          return exponentLines('basicMirrorFwd', { exponent: bt1886Gamma });
        case 'power':
          return exponentLines('basicMirrorFwd', { exponent: curve.gamma! });
      }
  }
  return undefined;
}

/** Camera code → camera-linear, as nodes. */
function decodingNodes(profile: Profile) {
  const { decode, levels } = makeCodec(profile);
  const curve = curveNode(profile);
  if (!curve) return [tableLines(Array.from({ length: tableSize }, (_, i) => decode(i / (tableSize - 1))))];
  if (profile.range === 'full') return [curve];
  return [rangeLines({ low: levels.black, high: levels.white, held: profile.overshoot === 'held' }), curve];
}

/**
 * Writes a profile as a Common LUT Format file, version 3: camera code → ACES2065-1. Curves that no node can say
 * become a LUT1D over code 0–1.
 */
export function profileToClf(profile: Profile): string {
  return writeClf({
    id: profile.id,
    name: profile.name,
    description: `${profile.name}: camera code to ACES2065-1. ${profile.citation}`,
    inputDescriptor: `${profile.name}, ${profile.range} range`,
    outputDescriptor: 'ACES2065-1',
    nodes: [...decodingNodes(profile), matrixLines(rgbToRgb(profile, ap0))],
  });
}
