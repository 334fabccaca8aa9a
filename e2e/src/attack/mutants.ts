import { Worker } from 'node:worker_threads';
import { seeded } from '@velvet-dusk/core/numeric/random';
import type { Attack } from './finding.ts';
import type { Order, Outcome } from './mutantWorker.ts';
import { makeSamples, type Sample } from './samples.ts';
import { call, filledFolder, startTarget } from './target.ts';

const count = Number(process.env.DUSK_MUTANTS ?? 10_000);
/** Of these many go through the server as well. */
const sent = 400;
/** Milliseconds a file may take, none of them near 10 MB. */
const longest = 1000;

type Random = () => number;
interface Mutant {
  bytes: Buffer;
  /** True where no reader may take it. */
  isDamage: boolean;
}

const pick = (random: Random, n: number) => Math.floor(random() * n);

/** Ways to make a file wrong. */
const ways: readonly ((sample: Sample, random: Random) => Mutant)[] = [
  ({ bytes, cutIsDamage }, random) => {
    const cut = bytes.subarray(0, pick(random, bytes.length));
    const rest = bytes.subarray(cut.length).toString('latin1');
    return {
      bytes: Buffer.from(cut),
      isDamage: cutIsDamage && rest.trim() !== '' && !/^[\d.\s]*$/.test(rest),
    };
  },
  ({ bytes }, random) => {
    const out = Buffer.from(bytes);
    for (let i = 0; i <= pick(random, 4); i++) out[pick(random, out.length)] ^= 1 << pick(random, 8);
    return { bytes: out, isDamage: false };
  },
  ({ bytes }, random) => {
    const out = Buffer.from(bytes);
    const extremes = [0, 0xff, 0x7f, 0x80, 0x0a, 0x20, 0x2d, 0x39];
    const at = pick(random, out.length);
    out.fill(extremes[pick(random, extremes.length)], at, Math.min(at + 1 + pick(random, 8), out.length));
    return { bytes: out, isDamage: false };
  },
  ({ bytes }, random) => {
    const [from, length, to] = [pick(random, bytes.length), pick(random, 200), pick(random, bytes.length)];
    const part = bytes.subarray(from, from + length);
    return { bytes: Buffer.concat([bytes.subarray(0, to), part, bytes.subarray(to)]), isDamage: false };
  },
  ({ bytes }, random) => {
    const [from, length] = [pick(random, bytes.length), 1 + pick(random, 200)];
    return {
      bytes: Buffer.concat([bytes.subarray(0, from), bytes.subarray(from + length)]),
      isDamage: false,
    };
  },
  ({ bytes }, random) => {
    const words = [
      'NaN',
      'Infinity',
      '-1e400',
      '0x10',
      '1e-400',
      '__proto__',
      '\u0000',
      '999999999999',
      '"',
      '<',
      '{',
      '\n',
    ];
    const at = pick(random, bytes.length);
    const word = Buffer.from(words[pick(random, words.length)]);
    return { bytes: Buffer.concat([bytes.subarray(0, at), word, bytes.subarray(at)]), isDamage: false };
  },
  ({ bytes }, random) => {
    const filler = Buffer.alloc(
      1 + pick(random, 2_000_000),
      ['\n', ' ', '0 ', '<', 'a', '\0'][pick(random, 6)],
    );
    const at = pick(random, bytes.length);
    return { bytes: Buffer.concat([bytes.subarray(0, at), filler, bytes.subarray(at)]), isDamage: false };
  },
];

/** A worker that reads files; it is ended, and another begun, where one takes too long. */
class Reader {
  private worker = this.begin();

  private begin() {
    return new Worker(new URL('./mutantWorker.mjs', import.meta.url));
  }

  async read(order: Order, patience = longest): Promise<{ outcome: Outcome | 'hung' | 'died'; ms: number }> {
    const start = performance.now();
    const { worker } = this;
    const outcome = await new Promise<Outcome | 'hung' | 'died'>((resolve) => {
      const end = (how: Outcome | 'hung' | 'died') => {
        clearTimeout(timer);
        worker.off('message', end);
        worker.off('error', died);
        resolve(how);
      };
      const died = () => end('died');
      const timer = setTimeout(() => end('hung'), patience);
      worker.on('message', end);
      worker.on('error', died);
      worker.postMessage(order);
    });
    if (typeof outcome === 'string') {
      await worker.terminate();
      this.worker = this.begin();
    }
    return { outcome, ms: performance.now() - start };
  }

  /** Lets a new worker read its code. */
  async warm(order: Order): Promise<void> {
    const { outcome } = await this.read(order, 60_000);
    if (typeof outcome === 'string') throw new Error(`${order.name}: no reader can be begun (${outcome})`);
  }

  end = () => this.worker.terminate();
}

/** Ten thousand wrong files through every parser, and some of them through the server. */
export const mutantAttack: Attack = {
  name: 'mutants',
  about: `${count} wrong files over all parsers, ${sent} of them sent to a server`,
  async run() {
    const random = seeded(7);
    const samples = await makeSamples();
    const reader = new Reader();
    for (const sample of samples) await reader.warm(sample);
    const troubles = { hung: [] as string[], crashed: [] as string[], taken: [] as string[] };
    let refused = 0;
    let slowest = 0;
    const forServer: { sample: Sample; bytes: Buffer }[] = [];
    for (let n = 0; n < count; n++) {
      const sample = samples[n % samples.length];
      const { bytes, isDamage } = ways[pick(random, ways.length)](sample, random);
      const { outcome, ms } = await reader.read({ ...sample, bytes });
      slowest = Math.max(slowest, ms);
      const where = `${sample.name} (mutant ${n})`;
      if (typeof outcome === 'string') {
        troubles.hung.push(`${where}: ${outcome}`);
        await reader.warm(sample);
      } else if (outcome.how === 'crashed') troubles.crashed.push(`${where}: ${outcome.words.slice(0, 120)}`);
      else if (outcome.how === 'refused') refused++;
      else if (isDamage) troubles.taken.push(where);
      if (n % Math.floor(count / sent) === 0) forServer.push({ sample, bytes });
    }
    await reader.end();
    const target = await startTarget(await filledFolder());
    const statuses = new Map<number, number>();
    for (const { sample, bytes } of forServer) {
      const path =
        sample.parser === 'lut'
          ? `/luts?name=${sample.name}`
          : sample.parser === 'profile'
            ? `/profiles/read?name=${sample.name}`
            : `/projects/p/plates?profile=heron&name=${sample.name}`;
      const { status } = await call(target.url, 'POST', path, {
        bytes: bytes.length > 0 ? bytes : Buffer.from(' '),
      });
      statuses.set(status, (statuses.get(status) ?? 0) + 1);
    }
    await target.stop();
    const first = (list: string[]) => (list.length > 0 ? `: ${list.slice(0, 4).join('; ')}` : '');
    return [
      {
        promise: 'none takes over 1 s',
        figure: `${troubles.hung.length}${first(troubles.hung)}; slowest ${slowest.toFixed(0)} ms`,
        holds: troubles.hung.length === 0,
      },
      {
        promise: 'none is a crash',
        figure: `${troubles.crashed.length}${first(troubles.crashed)}; ${refused} refused in words`,
        holds: troubles.crashed.length === 0,
      },
      {
        promise: 'no file that ends early is taken',
        figure: `${troubles.taken.length}${first(troubles.taken)}`,
        holds: troubles.taken.length === 0,
      },
      {
        promise: 'no 5xx from the server',
        figure: [...statuses]
          .sort()
          .map(([s, n]) => `${s}: ${n}`)
          .join(', '),
        holds: [...statuses.keys()].every((s) => s < 500),
      },
    ];
  },
};
