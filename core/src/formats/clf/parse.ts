import { isInvertible, type Mat3, type Vec3 } from '../../colour/matrix.ts';
import { FormatError } from '../error.ts';
import { largestGrid, unitDomain } from '../../lut/cube.ts';
import { liftArrays, unlifted } from './lift.ts';
import { readXml } from '../xml.ts';
import { type ClfNode, exponentStyles, type LogParams, logStyles, type ProcessList } from './nodes.ts';

type Element = Record<string, unknown> & { ':@'?: Record<string, string> };

/** Largest value of a bit depth; 1 for floats. Values in a node are counted in it. */
const depths: Record<string, number> = {
  '8i': 255,
  '10i': 1023,
  '12i': 4095,
  '16i': 65535,
  '16f': 1,
  '32f': 1,
};
/** Elements that say something and do nothing. */
const silent = new Set(['Description', 'InputDescriptor', 'OutputDescriptor', 'Info', '#text', '#comment']);
/** Largest LUT1D read, and the numbers of the largest LUT3D. */
const largestLut = 65536;
const largestGridValues = largestGrid ** 3 * 3;
/** The longest text and list that are read: a maker's file has a few nodes, and a table at most. */
const longest = { text: 16 * 1024 * 1024, nodes: 100 };

const xmlOptions = {
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  parseTagValue: false,
};

const tagOf = (e: Element) => Object.keys(e).find((k) => k !== ':@')!;
const childrenOf = (e: Element) => e[tagOf(e)] as Element[];
const textOf = (children: Element[]) =>
  children
    .map((c) => String(c['#text'] ?? ''))
    .join(' ')
    .trim();

/** A node being read, able to say where in the file it is. */
class Reader {
  constructor(
    readonly file: string,
    readonly element: Element,
    readonly place: string,
    /** Texts of arrays. */
    readonly lifted: readonly string[],
  ) {}
  get attributes(): Record<string, string> {
    return this.element[':@'] ?? {};
  }
  fail(problem: string): never {
    throw new FormatError(this.file, this.place, problem);
  }
  child(tag: string): Reader | undefined {
    const found = childrenOf(this.element).find((c) => tagOf(c) === tag);
    return found && new Reader(this.file, found, `${this.place}/${tag}`, this.lifted);
  }
  needed(tag: string): Reader {
    return this.child(tag) ?? this.fail(`the element ${tag} is missing`);
  }
  text(): string {
    return textOf(childrenOf(this.element));
  }
  /** @param most numbers are read, and one more, so that too many are seen. */
  numbers(most: number): number[] {
    const text = unlifted(this.text(), this.lifted);
    const values: number[] = [];
    const words = /\S+/g;
    for (let word = words.exec(text); word && values.length <= most; word = words.exec(text))
      values.push(this.number(word[0], 'value'));
    return values;
  }
  number(word: string, what: string): number {
    const value = word.trim() === '' ? NaN : Number(word);
    if (!Number.isFinite(value)) this.fail(`${what}: "${word.slice(0, 24)}" is not a number`);
    return value;
  }
  attribute(name: string): number | undefined {
    const word = this.attributes[name];
    return word === undefined ? undefined : this.number(word, name);
  }
  depth(name: 'inBitDepth' | 'outBitDepth'): number {
    const word = this.attributes[name];
    return (
      depths[word] ??
      this.fail(`${name} must be one of ${Object.keys(depths).join(', ')}, it is "${word ?? ''}"`)
    );
  }
}

function readArray(
  node: Reader,
  what: string,
  largest = largestLut * 3,
): { dim: number[]; values: number[] } {
  const array = node.needed('Array');
  const dim = (array.attributes.dim ?? '').trim().split(/\s+/).map(Number);
  if (!dim.every((d) => Number.isInteger(d) && d > 0)) array.fail(`dim of a ${what} must be whole numbers`);
  const most = dim.reduce((n, d) => n * d, 1);
  if (most > largest) array.fail(`a ${what} of ${dim.join('×')} is larger than any that is read`);
  return { dim, values: array.numbers(most) };
}

const numbersNeeded = (wanted: number, found: number) =>
  `${wanted} numbers are needed, found ${found > wanted ? 'more' : found}`;

function readMatrix(node: Reader): ClfNode {
  const { dim, values } = readArray(node, 'Matrix');
  const [rows, columns] = dim;
  if (rows !== 3 || (columns !== 3 && columns !== 4))
    node.fail(`a Matrix of ${dim.join('×')} is not read; 3×3 or 3×4 is needed`);
  if (values.length !== rows * columns) node.fail(numbersNeeded(rows * columns, values.length));
  const [into, out] = [node.depth('inBitDepth'), node.depth('outBitDepth')];
  const at = (r: number, c: number) => values[r * columns + c];
  const matrix = [0, 1, 2].flatMap((r) => [0, 1, 2].map((c) => (at(r, c) * into) / out)) as unknown as Mat3;
  const offset = [0, 1, 2].map((r) => (columns === 4 ? at(r, 3) / out : 0)) as unknown as Vec3;
  if (!isInvertible(matrix)) node.fail('a matrix that cannot be inverted loses colours: no camera has one');
  return { kind: 'matrix', matrix, offset };
}

function readRange(node: Reader): ClfNode {
  const [into, out] = [node.depth('inBitDepth'), node.depth('outBitDepth')];
  const value = (tag: string, unit: number) => {
    const found = node.child(tag);
    return found && found.number(found.text(), tag) / unit;
  };
  const [minIn, maxIn] = [value('minInValue', into), value('maxInValue', into)];
  const [minOut, maxOut] = [value('minOutValue', out), value('maxOutValue', out)];
  if ((minIn === undefined) !== (minOut === undefined) || (maxIn === undefined) !== (maxOut === undefined))
    node.fail('in and out limits come in pairs');
  const both = minIn !== undefined && maxIn !== undefined;
  if (both && !(maxIn > minIn)) node.fail('maxInValue must lie above minInValue');
  const scale = both ? (maxOut! - minOut!) / (maxIn - minIn) : 1;
  const offset = both
    ? minOut! - minIn * scale
    : minIn !== undefined
      ? minOut! - minIn
      : maxIn !== undefined
        ? maxOut! - maxIn
        : 0;
  if (both && !(maxOut! > minOut!)) node.fail('maxOutValue must lie above minOutValue');
  const clamps = node.attributes.style !== 'noClamp';
  return {
    kind: 'range',
    scale,
    offset,
    low: clamps ? (minOut ?? -Infinity) : -Infinity,
    high: clamps ? (maxOut ?? Infinity) : Infinity,
  };
}

function styleOf<S extends string>(node: Reader, styles: readonly S[]): S {
  const { style = '' } = node.attributes;
  const found = styles.find((s) => s === style);
  return found ?? node.fail(`style must be one of ${styles.join(', ')}, it is "${style}"`);
}

function readLog(node: Reader): ClfNode {
  const style = styleOf(node, logStyles);
  const p = node.child('LogParams');
  if (p?.attributes.channel) p.fail('a curve that differs between channels is not read');
  const plain = /log10/i.test(style) ? 10 : 2;
  const params: LogParams = {
    base: p?.attribute('base') ?? plain,
    logSideSlope: p?.attribute('logSideSlope') ?? 1,
    logSideOffset: p?.attribute('logSideOffset') ?? 0,
    linSideSlope: p?.attribute('linSideSlope') ?? 1,
    linSideOffset: p?.attribute('linSideOffset') ?? 0,
    linSideBreak: p?.attribute('linSideBreak'),
    linearSlope: p?.attribute('linearSlope'),
  };
  if (!(params.base > 0) || params.base === 1) node.fail('base must be a positive number other than 1');
  if (params.logSideSlope === 0 || params.linSideSlope === 0) node.fail('a slope must not be 0');
  if (style.startsWith('camera') && params.linSideBreak === undefined) node.fail('linSideBreak is missing');
  return { kind: 'log', style, params };
}

function readExponent(node: Reader): ClfNode {
  const style = styleOf(node, exponentStyles);
  const p = node.needed('ExponentParams');
  if (p.attributes.channel) p.fail('a curve that differs between channels is not read');
  const gamma = p.attribute('exponent') ?? p.fail('exponent is missing');
  if (!(gamma > 0)) p.fail('exponent must be a positive number');
  return { kind: 'exponent', style, gamma, offset: p.attribute('offset') ?? 0 };
}

function readLut1d(node: Reader): ClfNode {
  if (node.attributes.halfDomain === 'true') node.fail('a LUT1D over half floats is not read');
  const { dim, values } = readArray(node, 'LUT1D');
  const [size, channels] = dim;
  if (size < 2 || size > largestLut || (channels !== 1 && channels !== 3))
    node.fail(`a LUT1D of ${dim.join('×')} is not read; 2 to ${largestLut} entries of 1 or 3 channels are`);
  if (values.length !== size * channels) node.fail(numbersNeeded(size * channels, values.length));
  const out = node.depth('outBitDepth');
  const data = new Float32Array(size * 3);
  for (let i = 0; i < data.length; i++) data[i] = values[channels === 3 ? i : Math.floor(i / 3)] / out;
  return { kind: '1d', size, ...unitDomain, data };
}

/** The format writes blue fastest; a grid of ours has red fastest. */
function readLut3d(node: Reader): ClfNode {
  const { dim, values } = readArray(node, 'LUT3D', largestGridValues);
  const [size, ...others] = dim;
  if (others.length !== 3 || others[0] !== size || others[1] !== size || others[2] !== 3)
    node.fail(`a LUT3D of ${dim.join('×')} is not read; N×N×N×3 is needed`);
  if (size < 2 || size > largestGrid) node.fail(`a LUT3D of 2 to ${largestGrid} points an edge is read`);
  if (values.length !== size ** 3 * 3) node.fail(numbersNeeded(size ** 3 * 3, values.length));
  const out = node.depth('outBitDepth');
  const data = new Float32Array(values.length);
  for (let r = 0; r < size; r++)
    for (let g = 0; g < size; g++)
      for (let b = 0; b < size; b++)
        for (let c = 0; c < 3; c++)
          data[((b * size + g) * size + r) * 3 + c] = values[((r * size + g) * size + b) * 3 + c] / out;
  return { kind: '3d', size, ...unitDomain, data };
}

const readers: Record<string, (node: Reader) => ClfNode> = {
  Matrix: readMatrix,
  Range: readRange,
  Log: readLog,
  Exponent: readExponent,
  LUT1D: readLut1d,
  LUT3D: readLut3d,
};

/**
 * Reads a Common LUT Format file (Academy S-2014-006): Matrix, Range, Log, Exponent, LUT1D and LUT3D nodes.
 * Throws a FormatError that names the node and what was expected; other nodes are refused by name.
 */
export function parseClf(text: string, file: string): ProcessList {
  if (text.length > longest.text)
    throw new FormatError(file, 'size', `more than ${longest.text / 1024 / 1024} MB of text is not read`);
  const { rest, lifted } = liftArrays(text);
  const elements = readXml(rest, file, xmlOptions, longest.text) as Element[];
  const root = elements.find((e) => tagOf(e) === 'ProcessList');
  if (!root) throw new FormatError(file, 'root element', 'not a Common LUT Format file: no ProcessList');
  const list = new Reader(file, root, 'ProcessList', lifted);
  const inside = childrenOf(root).filter((e) => !silent.has(tagOf(e)));
  if (inside.length > longest.nodes) list.fail(`a list of more than ${longest.nodes} nodes is not read`);
  const nodes = inside.map((e, i) => {
    const tag = tagOf(e);
    const node = new Reader(file, e, `ProcessList/${tag} (node ${i + 1})`, lifted);
    const read =
      readers[tag] ?? node.fail(`a ${tag} node is not read; ${Object.keys(readers).join(', ')} are`);
    return read(node);
  });
  if (nodes.length === 0) list.fail('the list has no process nodes');
  const { id = '', name = '' } = list.attributes;
  return {
    id,
    name,
    nodes,
    inputDescriptor: list.child('InputDescriptor')?.text() ?? '',
    outputDescriptor: list.child('OutputDescriptor')?.text() ?? '',
  };
}
