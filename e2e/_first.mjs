import { chromium } from '@playwright/test';
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
for (let i = 0; i < 2; i++) {
  const ctx = await b.newContext({ viewport: { width: 1280, height: 800 } });
  const p = await ctx.newPage();
  await p.addInitScript(() => {
    window.__t = {};
    const mark = (k) => {
      if (!(k in window.__t)) window.__t[k] = Math.round(performance.now());
    };
    const w = window.Worker;
    window.Worker = class extends w {
      constructor(u, o) {
        super(u, o);
        mark('worker ' + o.name);
        const n = o.name;
        window.__m = window.__m || [];
        this.addEventListener('message', () => {
          window.__m.push(n + ' < ' + Math.round(performance.now()));
        });
        const pm = this.postMessage.bind(this);
        this.postMessage = (m, ...r) => {
          window.__m.push(
            n + ' > ' + Math.round(performance.now()) + ' ' + (m && m.path ? m.path.join('.') : ''),
          );
          return pm(m, ...r);
        };
      }
    };
    new MutationObserver(() => {
      if (document.querySelector('canvas[data-renderer]')) mark('canvas');
      const c = document.querySelector('canvas[data-renderer]');
      if (c && c.dataset.shown) mark('shown');
      if (c && c.dataset.drawn) mark('drawn');
    }).observe(document, { subtree: true, childList: true, attributes: true });
    addEventListener('load', () => mark('load'));
  });
  await p.goto('http://127.0.0.1:4399/saltmarsh-line/look');
  await p.waitForFunction(() => window.__t.drawn, null, { timeout: 30000 });
  const t = await p.evaluate(() => ({
    ...window.__t,
    m: window.__m,
    res: performance
      .getEntriesByType('resource')
      .map(
        (r) =>
          r.name.split('/').slice(3).join('/').slice(-40) +
          ' ' +
          Math.round(r.startTime) +
          '-' +
          Math.round(r.responseEnd),
      ),
  }));
  console.log(JSON.stringify(t));
  await ctx.close();
}
await b.close();
