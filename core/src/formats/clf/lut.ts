import type { Lut, LutStage } from '../../lut/lut.ts';
import { formulaOf } from './formula.ts';
import type { ClfNode, ProcessList } from './nodes.ts';

/** A node as a stage of a LUT. */
export function stageOf(node: ClfNode): LutStage {
  if (node.kind === 'log' || node.kind === 'exponent') return { kind: 'formula', at: formulaOf(node) };
  return node;
}

/** A Common LUT Format list as a LUT. */
export const clfLut = ({ id, name, inputDescriptor, outputDescriptor, nodes }: ProcessList): Lut => ({
  title: name || id,
  comments: [
    inputDescriptor && `in: ${inputDescriptor}`,
    outputDescriptor && `out: ${outputDescriptor}`,
  ].filter((line) => line !== ''),
  stages: nodes.map(stageOf),
});
