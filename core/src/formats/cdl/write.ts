import { XMLBuilder } from 'fast-xml-parser';
import { plainText } from '../../slug.ts';
import { cdlChannels, type CdlCorrection, type CdlKind, cdlTriples } from './correction.ts';

const builder = new XMLBuilder({ ignoreAttributes: false, attributeNamePrefix: '@', format: true });
const namespace = 'urn:ASC:CDL:v1.2';

const correction = ({ id, description, params }: CdlCorrection) => ({
  '@id': plainText(id),
  ...(description ? { Description: plainText(description) } : {}),
  SOPNode: Object.fromEntries(
    cdlTriples.map((t) => [
      `${t[0].toUpperCase()}${t.slice(1)}`,
      cdlChannels.map((c) => params[`${t}${c}`].toFixed(6)).join(' '),
    ]),
  ),
  SatNode: { Saturation: params.saturation.toFixed(6) },
});

/**
 * Writes corrections as `.cdl`, `.cc` or `.ccc` (ASC CDL 1.2), six decimals, LF.
 * Throws a RangeError where a `.cc` is asked for more or less than one.
 */
export function writeCdl(corrections: readonly CdlCorrection[], kind: CdlKind): string {
  if (kind === 'cc' && corrections.length !== 1)
    throw new RangeError('a .cc file holds exactly one correction');
  const all = corrections.map(correction);
  const document = {
    cc: () => ({ ColorCorrection: { '@xmlns': namespace, ...all[0] } }),
    ccc: () => ({ ColorCorrectionCollection: { '@xmlns': namespace, ColorCorrection: all } }),
    cdl: () => ({
      ColorDecisionList: { '@xmlns': namespace, ColorDecision: all.map((c) => ({ ColorCorrection: c })) },
    }),
  }[kind]();
  return `<?xml version="1.0" encoding="UTF-8"?>\n${String(builder.build(document))}`;
}
