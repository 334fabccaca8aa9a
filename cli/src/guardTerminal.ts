import { plainText } from '@velvet-dusk/core/slug';

/** What a terminal is given of a text: names may hold codes that steer it. Line ends and tabs stay. */
export const forTerminal = (text: string): string =>
  text
    .split(/([\n\t])/)
    .map((part, i) => (i % 2 === 0 ? plainText(part) : part))
    .join('');

/** Has a stream that is a terminal show text only. Pipes and files get every byte. */
export function guardTerminal(stream: NodeJS.WriteStream): void {
  if (!stream.isTTY) return;
  const write = stream.write.bind(stream) as (chunk: unknown, ...rest: unknown[]) => boolean;
  stream.write = ((chunk: unknown, ...rest: unknown[]) =>
    write(typeof chunk === 'string' ? forTerminal(chunk) : chunk, ...rest)) as typeof stream.write;
}
