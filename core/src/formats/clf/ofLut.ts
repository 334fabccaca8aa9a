import type { Interpolation } from '../../lut/apply.ts';
import type { GridStage, Lut, LutStage, TableStage } from '../../lut/lut.ts';
import { channelTableLines, gridLines, matrixLines, type NodeLines, scaleLines, writeClf } from './write.ts';

/** Points a formula is written by; the format knows a few formulae, and a LUT does not say which it is. */
const formulaPoints = 4096;

/** Takes the domain of a table or grid to the 0–1 that the format's own are over, held at its ends. */
function toUnit({ domainMin, domainMax }: Pick<TableStage, 'domainMin' | 'domainMax'>): NodeLines[] {
  if (domainMin.every((v) => v === 0) && domainMax.every((v) => v === 1)) return [];
  const spans = domainMin.map((low, c) => domainMax[c] - low);
  const [x, y, z] = spans.map((span) => 1 / span);
  const offset = domainMin.map((low, c) => -low / spans[c]);
  return [matrixLines([x, 0, 0, 0, y, 0, 0, 0, z], offset)];
}

function formulaTable(stage: Extract<LutStage, { kind: 'formula' }>): TableStage {
  const at = (i: number) => stage.at(i / (formulaPoints - 1));
  const data = Float32Array.from({ length: formulaPoints * 3 }, (_, i) => at(Math.floor(i / 3)));
  return { kind: '1d', size: formulaPoints, domainMin: [0, 0, 0], domainMax: [1, 1, 1], data };
}

function nodesOf(stage: LutStage, interpolation: Interpolation): NodeLines[] {
  switch (stage.kind) {
    case '1d':
      return [...toUnit(stage), channelTableLines(stage)];
    case '3d':
      return [...toUnit(stage), gridLines(stage, interpolation)];
    case 'matrix':
      return [matrixLines(stage.matrix, stage.offset)];
    case 'range':
      return scaleLines(stage);
    case 'formula':
      return [channelTableLines(formulaTable(stage))];
  }
}

const words: Record<LutStage['kind'], (stage: never) => string> = {
  '1d': ({ size }: TableStage) => `a table of ${size} points`,
  '3d': ({ size }: GridStage) => `a grid of ${size} points`,
  matrix: () => 'a matrix',
  range: () => 'a range',
  formula: () => `a formula as a table of ${formulaPoints} points`,
};

/** A LUT as a Common LUT Format file, stage by stage. */
export function clfOfLut(lut: Lut, interpolation: Interpolation): { text: string; holds: string } {
  const text = writeClf({
    id: lut.title || 'lut',
    name: lut.title || 'LUT',
    description: lut.comments.join('; '),
    inputDescriptor: 'as the LUT it was made of',
    outputDescriptor: 'as the LUT it was made of',
    nodes: lut.stages.flatMap((stage) => nodesOf(stage, interpolation)),
  });
  return { text, holds: lut.stages.map((stage) => words[stage.kind](stage as never)).join(', ') };
}
