import { chromium } from '@playwright/test';
import { writeFileSync } from 'node:fs';
const b = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-gpu',
    '--use-gl=angle',
    '--use-angle=swiftshader',
    '--enable-unsafe-swiftshader',
  ],
});
const p = await b.newPage({ viewport: { width: 1280, height: 800 } });
const c = await p.context().newCDPSession(p);
await c.send('Profiler.enable');
await c.send('Profiler.setSamplingInterval', { interval: 500 });
await c.send('Profiler.start');
await p.goto('http://127.0.0.1:4399/saltmarsh-line/look');
await p.waitForFunction(() => document.querySelector('canvas[data-renderer]')?.dataset.drawn);
const { profile } = await c.send('Profiler.stop');
await b.close();
const n = new Map(profile.nodes.map((x) => [x.id, x]));
const par = new Map();
profile.nodes.forEach((x) => (x.children ?? []).forEach((k) => par.set(k, x.id)));
const self = new Map(),
  incl = new Map();
profile.samples.forEach((s, i) => {
  const d = profile.timeDeltas[i];
  const k = n.get(s).callFrame.functionName + ':' + n.get(s).callFrame.lineNumber;
  self.set(k, (self.get(k) ?? 0) + d);
  const seen = new Set();
  for (let a = s; a; a = par.get(a)) {
    const q =
      n.get(a).callFrame.functionName +
      ':' +
      n.get(a).callFrame.lineNumber +
      ':' +
      n.get(a).callFrame.columnNumber;
    if (!seen.has(q)) {
      seen.add(q);
      incl.set(q, (incl.get(q) ?? 0) + d);
    }
  }
});
const top = (m, k) =>
  [...m]
    .sort((a, b) => b[1] - a[1])
    .slice(0, k)
    .map(([a, v]) => a + ' ' + Math.round(v / 1000))
    .join('\n');
console.log('SELF\n' + top(self, 25));
console.log('INCL\n' + top(incl, 60));
