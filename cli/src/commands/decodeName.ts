import { basename } from 'node:path';
import { readName } from '@velvet-dusk/core/pack/names/read';
import { standardNameRule } from '@velvet-dusk/core/pack/names/rule';
import { freeText, readNumber, readOffset } from '@velvet-dusk/core/order/nameTokens';
import { roles, type RoleId } from '@velvet-dusk/core/order/roles/index';
import { parseSpec } from '@velvet-dusk/core/pack/spec';
import { planPack } from '@velvet-dusk/core/pack/plan';
import { parseJson } from '@velvet-dusk/core/parseJson';
import type { NameParts } from '@velvet-dusk/core/pack/names/parts';
import { readText } from '../files.ts';
import { Arguments } from '../options.ts';
import { printJson } from './command.ts';

/** What a name says, as values. */
function told(parts: NameParts) {
  const role = parts.role as RoleId | undefined;
  return {
    ...(parts.pack && { pack: freeText(parts.pack) }),
    ...(parts.look && { look: freeText(parts.look) }),
    ...(parts.version && { version: readNumber('version', parts.version) }),
    ...(parts.input && { input: freeText(parts.input) }),
    ...(parts.output && { output: freeText(parts.output) }),
    ...(role && { role, stands: roles[role].stands, purpose: roles[role].purpose }),
    ...(parts.strength && { strength: readNumber('strength', parts.strength)! / 100 }),
    ...(parts.offset && { offset: readOffset(parts.offset) }),
    ...(parts.range && { range: parts.range.toLowerCase() }),
    ...(parts.grid && { grid: readNumber('grid', parts.grid) }),
    ...(parts.counter && { counter: readNumber('counter', parts.counter) }),
  };
}

/** Short names say nothing by themselves: the spec of their pack knows them. */
async function partsOf(name: string, specFile: string | undefined): Promise<NameParts | null> {
  if (!specFile) return readName(name);
  const spec = parseSpec(parseJson(await readText(specFile), specFile), specFile);
  const file = planPack(spec.pack, spec).files.find((f) => f.name.toLowerCase() === name.toLowerCase());
  return file?.parts ?? readName(name, spec.pack.names) ?? readName(name, standardNameRule);
}

/** `decode NAME`: what the name of a file tells. */
export async function decodeName([name, ...args]: string[]): Promise<void> {
  const options = new Arguments(args, ['spec'], ['json']);
  const parts = await partsOf(basename(name), options.optional('spec'));
  if (!parts)
    throw new Error(
      `${name}: this is not a name a pack gives; with --spec FILE a pack's own names are known`,
    );
  const values = told(parts);
  if (options.flag('json')) return printJson(values);
  for (const [key, value] of Object.entries(values))
    process.stdout.write(`${key.padEnd(9)} ${String(value)}\n`);
}
