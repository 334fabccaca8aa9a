import { type HueNode, hueNodeSchema, minNodeGap } from '@velvet-dusk/core/look/steps/hueBelt';
import { hueDistance, wrapHue } from '@velvet-dusk/core/colour/hue';
import { numberField } from '@velvet-dusk/core/numberField';
import { editParams } from '../../../state/document.ts';

export type Lane = 'turn' | 'saturation' | 'density';
export const lanes: readonly { id: Lane; label: string; unit: string; digits: number; rest: number }[] = [
  { id: 'turn', label: 'Turn', unit: '°', digits: 1, rest: 0 },
  { id: 'saturation', label: 'Saturation', unit: '×', digits: 2, rest: 1 },
  { id: 'density', label: 'Density', unit: 'st', digits: 2, rest: 0 },
];
export const nodeField = (key: keyof HueNode) => numberField(hueNodeSchema.shape[key]);

const most = 16;
const nodesOf = (params: Record<string, unknown>) => params.nodes as HueNode[];
const isFree = (nodes: readonly HueNode[], hue: number) =>
  nodes.every((n) => Math.abs(hueDistance(n.hue, hue)) >= minNodeGap);

/** Changes one node inside its limits; a hue that would touch a neighbour is not taken. */
export function editNode(stepId: string, index: number, change: Partial<HueNode>): void {
  editParams(stepId, (params) => {
    const nodes = nodesOf(params);
    const node = { ...nodes[index], ...change };
    node.hue = wrapHue(node.hue);
    for (const key of Object.keys(node) as (keyof HueNode)[]) {
      const { min, max } = nodeField(key);
      node[key] = Number(Math.min(Math.max(node[key], min), max).toFixed(3));
    }
    const others = nodes.filter((_, i) => i !== index);
    if (!isFree(others, node.hue)) node.hue = nodes[index].hue;
    return { nodes: nodes.with(index, node) };
  });
}

/** Puts a node at a hue, or finds the one that is there already. @returns its index; −1 where there is no room. */
export function addNode(stepId: string, nodes: readonly HueNode[], hue: number): number {
  const near = nodes.findIndex((n) => Math.abs(hueDistance(n.hue, hue)) < minNodeGap);
  if (near >= 0) return near;
  if (nodes.length >= most) return -1;
  const node = hueNodeSchema.parse({ hue: Number(wrapHue(hue).toFixed(1)) });
  editParams(stepId, (params) => ({ nodes: [...nodesOf(params), node] }));
  return nodes.length;
}

export const removeNode = (stepId: string, index: number) =>
  editParams(stepId, (params) => ({ nodes: nodesOf(params).filter((_, i) => i !== index) }));
