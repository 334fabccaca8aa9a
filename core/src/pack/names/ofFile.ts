import { endToken } from '../../order/end.ts';
import {
  counterToken,
  freeToken,
  offsetToken,
  strengthToken,
  tonesToken,
  versionToken,
} from '../../order/nameTokens.ts';
import type { PlannedLut } from '../plannedLut.ts';
import type { NameParts } from './parts.ts';

/** Range and depth of the codes that come out. */
function rangeOf({ lut: { output } }: PlannedLut): string {
  const { range, depth } =
    output.kind === 'display'
      ? { range: output.display.range, depth: output.display.depth }
      : { range: output.profile.range, depth: output.profile.bitDepth };
  return range === 'narrow' && depth !== undefined && depth !== 10 ? `narrow-${depth}` : range;
}

/** What a file's name tells of it. @param n its place in the pack, from 1. */
export function partsOf(planned: PlannedLut, packName: string, n: number): NameParts {
  const { lut, look, order } = planned;
  const rendered = lut.input.kind !== lut.output.kind;
  const strength = lut.look?.strength ?? 1;
  return {
    pack: freeToken(packName, 'pack'),
    ...(look
      ? {
          look: freeToken(
            `${look.document.name}${order.look.colourOnly && !look.document.colourOnly ? ' colour' : ''}`,
            'look',
          ),
        }
      : rendered
        ? { look: tonesToken(lut.rendering) }
        : {}),
    ...(order.version === undefined ? {} : { version: versionToken(order.version) }),
    input: freeToken(endToken(lut.input), 'input'),
    output: freeToken(endToken(lut.output), 'output'),
    role: order.role,
    ...(strength < 1 ? { strength: strengthToken(strength) } : {}),
    ...(lut.offset === 0 ? {} : { offset: offsetToken(lut.offset) }),
    range: rangeOf(planned),
    grid: String(order.grid),
    counter: counterToken(n),
  };
}
