import { chromium } from '@playwright/test';
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox','--enable-unsafe-swiftshader'] });
try {
  const page = await b.newPage({ viewport: { width: 1280, height: 800 } });
  page.on('console', m => m.type()==='error' && console.log('console', m.text()));
  page.on('pageerror', e => console.log('pageerror', e.message));
  await page.goto('http://127.0.0.1:4907/saltmarsh-line/inspect');
  const btn = page.getByRole('button', { name: 'Bring the sample folder' });
  await page.waitForTimeout(2500);
  if (await btn.count()) { await page.screenshot({ path: '/tmp/m/i0.png' }); const t=Date.now(); await btn.click(); await page.getByTestId('inspect-count').filter({ hasText: /files/ }).waitFor({ timeout: 90000 }); console.log('took', Date.now()-t); }
  await page.waitForTimeout(8000);
  console.log(await page.getByTestId('inspect-count').textContent());
  await page.screenshot({ path: '/tmp/m/i1.png' });
  console.log(await page.getByRole('table', {name:'Files'}).innerText());
} catch (e) { console.log(e); } finally { await b.close(); process.exit(0); }
