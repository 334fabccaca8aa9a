import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import type { Attack, Finding } from './finding.ts';
import { call, filledFolder, noiseFrame, startTarget } from './target.ts';

const budget = 1000;

/** Bytes of an answer, none of which are kept. */
async function sizeOf(answer: Response): Promise<number> {
  let size = 0;
  for await (const chunk of answer.body as unknown as AsyncIterable<Uint8Array>) size += chunk.length;
  return size;
}

/** Files and readers that ask for much memory; each on a server of its own, whose greatest resident size is read. */
export const memoryAttack: Attack = {
  name: 'memory',
  about: `a server takes ${budget} MB at most, whatever it is given`,
  async run() {
    const large = await noiseFrame(7680, 4320);
    const line = await sharp({ create: { width: 16384, height: 2304, channels: 3, background: '#345' } })
      .png({ palette: false })
      .toBuffer();
    const upload = (url: string, bytes: Uint8Array, name = 'a.png') =>
      call(url, 'POST', `/projects/p/plates?name=${name}&profile=heron`, { bytes });
    const cases: [string, (url: string) => Promise<string>][] = [
      ['an 8K frame of noise, 16 bits', async (url) => `${(await upload(url, large)).status}`],
      ['a line of 37.7 megapixels, 16384 wide', async (url) => `${(await upload(url, line)).status}`],
      [
        'six readers of one 8K frame',
        async (url) => {
          const { body } = await upload(url, large);
          const { id } = (body as { plate: { id: string } }).plate;
          const read = async () => sizeOf(await fetch(`${url}/api/plates/${id}/frame.rgb16`));
          const sizes = await Promise.all(Array.from({ length: 6 }, read));
          return sizes.every((s) => s === 7680 * 4320 * 6 + 8) ? 'all whole' : 'not whole';
        },
      ],
      [
        '60 MB of line feeds as a cube',
        async (url) =>
          `${(await call(url, 'POST', '/luts?name=a.cube', { bytes: Buffer.alloc(60e6, '\n') })).status}`,
      ],
    ];
    const findings: Finding[] = [];
    for (const [what, attack] of cases) {
      const target = await startTarget(await filledFolder());
      const start = performance.now();
      // Somebody else asks meanwhile.
      let slowest = 0;
      let over = false;
      const asking = (async () => {
        while (!over) {
          slowest = Math.max(slowest, (await call(target.url, 'GET', '/projects/p')).ms);
          await new Promise((r) => setTimeout(r, 50));
        }
      })();
      const said = await attack(target.url);
      over = true;
      await asking;
      const seconds = (performance.now() - start) / 1000;
      const status = readFileSync(`/proc/${target.process.pid}/status`, 'utf8');
      const peak = Number(/VmHWM:\s+(\d+)/.exec(status)![1]) / 1024;
      await target.stop();
      findings.push({
        promise: `${what}: ${budget} MB at most, others answered within 1 s`,
        figure: `${said}, ${peak.toFixed(0)} MB, ${seconds.toFixed(1)} s; others waited ${slowest.toFixed(0)} ms at most`,
        holds: peak <= budget && slowest <= 1000 && !/^5/.test(said) && said !== 'not whole',
      });
    }
    return findings;
  },
};
