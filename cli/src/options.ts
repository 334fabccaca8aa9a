import { parseArgs, type ParseArgsConfig } from 'node:util';
import { UsageError } from './errors.ts';
import { Output } from './output.ts';

type Options = NonNullable<ParseArgsConfig['options']>;

/** Options of one command, read strictly: an unknown or repeated word is bad use. */
export class Arguments {
  private readonly values: Record<string, string | boolean | undefined>;

  constructor(args: string[], names: readonly string[], flags: readonly string[] = []) {
    const options: Options = {};
    for (const name of names) options[name] = { type: 'string' };
    for (const flag of flags) options[flag] = { type: 'boolean' };
    try {
      const joined = joinNegativeValues(args, names);
      const { values, tokens } = parseArgs({ args: joined, options, strict: true, tokens: true });
      this.values = values as typeof this.values;
      const given = tokens.flatMap((t) => (t.kind === 'option' ? [t.name] : []));
      const twice = given.find((name, i) => given.indexOf(name) < i);
      if (twice) throw new UsageError(`--${twice} is given twice`);
    } catch (error) {
      throw error instanceof UsageError ? error : new UsageError((error as Error).message.split('\n')[0]);
    }
  }

  /** The file to write, looked at before any work is done; `--force` replaces one. */
  output(name: string, inputs: readonly string[]): Promise<Output> {
    return Output.check(this.text(name), inputs, this.flag('force'));
  }

  flag(name: string): boolean {
    return this.values[name] === true;
  }

  optional(name: string): string | undefined {
    return this.values[name] as string | undefined;
  }

  text(name: string): string {
    const value = this.optional(name);
    if (value === undefined || value === '') throw new UsageError(`--${name} is needed`);
    return value;
  }

  number(name: string, fallback: number, low = -Infinity, high = Infinity): number {
    const text = this.optional(name);
    if (text === undefined) return fallback;
    const value = toNumber(text, name);
    if (value < low || value > high)
      throw new UsageError(`--${name}: ${text} is not between ${low} and ${high}`);
    return value;
  }

  numbers(name: string): number[] {
    return this.text(name)
      .split(',')
      .map((part) => toNumber(part, name));
  }

  choice<T extends string>(name: string, choices: readonly T[], fallback?: T): T {
    const value = this.optional(name) ?? fallback;
    if (value !== undefined && (choices as readonly string[]).includes(value)) return value as T;
    throw new UsageError(`--${name}: one of ${choices.join(', ')} is needed`);
  }
}

/** `--exposure -1.3` is a value, not an option; the parser wants it joined with an equals sign. */
function joinNegativeValues(args: string[], names: readonly string[]): string[] {
  const out: string[] = [];
  for (const arg of args) {
    const previous = out[out.length - 1];
    const isValue = /^-[.\d]/.test(arg) && names.some((n) => previous === `--${n}`);
    if (isValue) out[out.length - 1] = `${previous}=${arg}`;
    else out.push(arg);
  }
  return out;
}

function toNumber(text: string, name: string): number {
  const value = text.trim() === '' ? NaN : Number(text);
  if (!Number.isFinite(value)) throw new UsageError(`--${name}: "${text}" is not a number`);
  return value;
}
