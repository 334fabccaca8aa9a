import { makeCodec } from '../../camera/codec.ts';
import type { Profile } from '../../camera/profile.ts';
import { rgbToRgb } from '../../colour/rgbSpace.ts';
import { ap0 } from '../../colour/spaces/index.ts';
import { bt709Params } from '../../colour/transfer/bt709.ts';
import { bt1886Gamma } from '../../colour/transfer/bt1886.ts';
import { srgbParams } from '../../colour/transfer/srgb.ts';

/** Entries of the table written for a curve that no Log or Exponent node can say. */
const tableSize = 4096;
const float = 'inBitDepth="32f" outBitDepth="32f"';

const escape = (text: string) =>
  text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);
/** As many digits as it takes to read the same float64 back. */
const number = (x: number) => String(x);

function node(tag: string, attributes: string, body: string[]): string[] {
  return [
    `  <${tag} ${float}${attributes && ` ${attributes}`}>`,
    ...body.map((l) => `    ${l}`),
    `  </${tag}>`,
  ];
}

const attributes = (values: Record<string, number | undefined>) =>
  Object.entries(values)
    .filter(([, v]) => v !== undefined)
    .map(([k, v]) => `${k}="${number(v!)}"`)
    .join(' ');

const logNode = (style: string, params: Record<string, number | undefined>) =>
  node('Log', `style="${style}"`, [`<LogParams ${attributes(params)} />`]);
const exponentNode = (style: string, params: Record<string, number>) =>
  node('Exponent', `style="${style}"`, [`<ExponentParams ${attributes(params)} />`]);

/** The node that decodes signal to light; undefined where the format has none for the curve. */
function curveNode({ curve }: Profile): string[] | undefined {
  switch (curve.family) {
    case 'logWithLinearToe': {
      const { family: _, ...params } = curve;
      return logNode('cameraLogToLin', params);
    }
    case 'pureLog': {
      // No node has the low end of ACEScc; it lies under code 0.
      const { family: _, floor: __, ...params } = curve;
      return logNode('logToLin', params);
    }
    case 'videoGamma':
      switch (curve.standard) {
        case 'bt709':
          return exponentNode('monCurveMirrorFwd', { exponent: bt709Params.gamma, offset: bt709Params.a });
        case 'srgb':
          return exponentNode('monCurveMirrorFwd', { exponent: srgbParams.gamma, offset: srgbParams.a });
        case 'bt1886':
          return exponentNode('basicMirrorFwd', { exponent: bt1886Gamma });
        case 'power':
          return exponentNode('basicMirrorFwd', { exponent: curve.gamma! });
      }
  }
  return undefined;
}

function rangeNode(profile: Profile): string[] {
  const { levels } = makeCodec(profile);
  if (profile.range === 'full') return [];
  const value = (tag: string, x: number) => `<${tag}>${number(x)}</${tag}>`;
  // Without a style the node holds its values, as the format says.
  return node('Range', profile.overshoot === 'held' ? '' : 'style="noClamp"', [
    value('minInValue', levels.black),
    value('maxInValue', levels.white),
    value('minOutValue', 0),
    value('maxOutValue', 1),
  ]);
}

function tableNode(profile: Profile): string[] {
  const codec = makeCodec(profile);
  const values = Array.from({ length: tableSize }, (_, i) => number(codec.decode(i / (tableSize - 1))));
  return node('LUT1D', '', [`<Array dim="${tableSize} 1">`, ...values, '</Array>']);
}

/**
 * Writes a profile as a Common LUT Format file, version 3: camera code → ACES2065-1. Curves that no node can say
 * become a LUT1D over code 0–1.
 */
export function writeClf(profile: Profile): string {
  const curve = curveNode(profile);
  const m = rgbToRgb(profile, ap0).map(number);
  const rows = [0, 3, 6].map((r) => m.slice(r, r + 3).join(' '));
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<ProcessList id="${escape(profile.id)}" name="${escape(profile.name)}" compCLFversion="3">`,
    `  <Description>${escape(`${profile.name}: camera code to ACES2065-1. ${profile.citation}`)}</Description>`,
    `  <InputDescriptor>${escape(`${profile.name}, ${profile.range} range`)}</InputDescriptor>`,
    '  <OutputDescriptor>ACES2065-1</OutputDescriptor>',
    ...(curve ? [...rangeNode(profile), ...curve] : tableNode(profile)),
    ...node('Matrix', '', ['<Array dim="3 3">', ...rows, '</Array>']),
    '</ProcessList>',
    '',
  ].join('\n');
}
