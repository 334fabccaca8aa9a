import { cdlSchema, type CdlParams } from '../../colour/cdl.ts';
import { FormatError } from '../error.ts';
import { readXml } from '../xml.ts';
import { cdlChannels, type CdlCorrection, cdlTriples, restCdl } from './correction.ts';

type Node = Record<string, unknown>;

const xmlOptions = {
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  parseTagValue: false,
  removeNSPrefix: true,
  isArray: (name: string) => ['ColorDecision', 'ColorCorrection', 'Description'].includes(name),
};
/** Characters of the longest collection that is read. */
const longestText = 2 * 1024 * 1024;

const roots = ['ColorDecisionList', 'ColorCorrectionCollection', 'ColorCorrection'];
/** Elements a correction keeps its numbers in; the second spelling is met in the wild. */
const [sopNames, satNames] = [
  ['SOPNode', 'SopNode'],
  ['SatNode', 'SATNode'],
];

/**
 * Reads every correction of a `.cdl`, `.cc` or `.ccc` file (ASC CDL 1.2). Missing nodes count as at rest.
 * Throws a FormatError that names the file and the element.
 */
export function parseCdl(text: string, file: string): CdlCorrection[] {
  const document = readXml(text, file, xmlOptions, longestText) as Node;
  const root = Object.keys(document).find((k) => roots.includes(k));
  if (!root) throw new FormatError(file, 'first element', `expected one of ${roots.join(', ')}`);
  const content = (Array.isArray(document[root]) ? document[root][0] : document[root]) as Node;
  if (root !== 'ColorCorrection') {
    refuseOthers(content, wrapping, file, root);
    for (const decision of (content?.ColorDecision ?? []) as Node[])
      refuseOthers(decision, wrapping, file, 'ColorDecision');
  }
  const found = correctionsOf(root, content ?? {});
  if (found.length === 0) throw new FormatError(file, root, 'there is no ColorCorrection in it');
  return found.map((node, i) => readCorrection(node, file, `ColorCorrection ${i + 1}`));
}

function correctionsOf(root: string, content: Node): Node[] {
  if (root === 'ColorCorrection') return [content];
  const inside = (node: Node) => (node.ColorCorrection ?? []) as Node[];
  if (root === 'ColorCorrectionCollection') return inside(content);
  return ((content.ColorDecision ?? []) as Node[]).flatMap(inside);
}

function numbers(text: unknown, count: number, file: string, place: string): number[] {
  const words = String(text ?? '')
    .trim()
    .split(/\s+/);
  const values = words.map(Number);
  if (words[0] === '' || values.length !== count || !values.every(Number.isFinite))
    throw new FormatError(
      file,
      place,
      `expected ${count} number(s), found "${words.join(' ').slice(0, 40)}"`,
    );
  return values;
}

/** What may stand in each element (ASC CDL 1.2); anything else is a misspelling that would be taken for rest. */
const allowed = {
  correction: [...sopNames, ...satNames, 'Description', 'InputDescription', 'ViewingDescription'],
  sop: ['Slope', 'Offset', 'Power', 'Description'],
  sat: ['Saturation', 'Description'],
};
/** Elements that wrap corrections, and what stands beside them. */
const wrapping = [
  'ColorDecision',
  'ColorCorrection',
  'MediaRef',
  'Description',
  'InputDescription',
  'ViewingDescription',
];

function refuseOthers(node: Node | undefined, names: readonly string[], file: string, place: string): void {
  if (typeof node !== 'object' || node === null) return;
  const other = Object.keys(node).find((k) => !k.startsWith('@') && k !== '#text' && !names.includes(k));
  if (other) throw new FormatError(file, place, `"${other}" is not known here; ${names.join(', ')} are`);
}

const pick = (node: Node, names: readonly string[]) =>
  names.map((n) => node[n]).find((v) => v !== undefined) as Node | undefined;

function readCorrection(node: Node, file: string, place: string): CdlCorrection {
  const params: Record<string, number> = { ...restCdl };
  const sop = pick(node, sopNames);
  const satNode = pick(node, satNames);
  refuseOthers(node, allowed.correction, file, place);
  refuseOthers(sop, allowed.sop, file, `${place}, SOPNode`);
  refuseOthers(satNode, allowed.sat, file, `${place}, SatNode`);
  for (const triple of cdlTriples) {
    const name = `${triple[0].toUpperCase()}${triple.slice(1)}`;
    if (sop?.[name] === undefined) continue;
    numbers(sop[name], 3, file, `${place}, ${name}`).forEach(
      (v, c) => (params[`${triple}${cdlChannels[c]}`] = v),
    );
  }
  const sat = satNode?.Saturation;
  if (sat !== undefined) [params.saturation] = numbers(sat, 1, file, `${place}, Saturation`);
  const checked = cdlSchema.safeParse(params);
  if (!checked.success) {
    const [issue] = checked.error.issues;
    throw new FormatError(file, `${place}, ${issue.path.join('.')}`, issue.message);
  }
  const description = [node.Description ?? sop?.Description ?? []].flat().map(String).join(' ').trim();
  return { id: String(node['@id'] ?? ''), description, params: checked.data as CdlParams };
}
