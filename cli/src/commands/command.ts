export interface Command {
  readonly name: string;
  /** The words after the name, for the usage text. */
  readonly usage: string;
  readonly summary: string;
  run(args: string[]): Promise<void>;
}

export function printJson(value: unknown): void {
  process.stdout.write(`${JSON.stringify(value, null, 2)}\n`);
}
