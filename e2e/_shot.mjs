import { chromium } from '@playwright/test';
const [out, path, w, h, js, wait] = process.argv.slice(2);
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
const p = await b.newPage({ viewport: { width: +w, height: +h } });
p.on('pageerror', (e) => console.log('ERR', e.message));
await p.goto('http://127.0.0.1:4399' + path);
await p.waitForTimeout(5000);
if (js) {
  const f = new Function('p', `return (async()=>{${js}})()`);
  await f(p);
}
await p.waitForTimeout(+(wait ?? 2500));
await p.screenshot({ path: out });
await b.close();
