import { chromium } from '@playwright/test';
const b = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--enable-unsafe-swiftshader'],
});
try {
  const page = await b.newPage({ viewport: { width: 1280, height: 800 } });
  page.on('console', (m) => m.type() === 'error' && console.log('console', m.text()));
  page.on('pageerror', (e) => console.log('pageerror', e.message));
  await page.goto('http://127.0.0.1:4907/saltmarsh-line/inspect');
  await page.getByTestId('inspect-count').filter({ hasText: /files/ }).waitFor({ timeout: 90000 });
  await page.getByRole('button', { name: /half_grey/ }).click();
  await page.waitForTimeout(1500);
  await page.screenshot({ path: '/tmp/m/i1.png' });
  await page.getByRole('button', { name: /spoilt_node/ }).click();
  await page.getByRole('radio', { name: 'Lattice' }).click();
  await page.waitForTimeout(6000);
  await page.screenshot({ path: '/tmp/m/i2.png' });
  await page.getByRole('button', { name: /Cold-dusk_heron/ }).click();
  await page.getByRole('radio', { name: 'Try it' }).click();
  await page.waitForTimeout(6000);
  await page.screenshot({ path: '/tmp/m/i3.png' });
  await page.getByRole('radio', { name: 'Against another' }).click();
  await page
    .getByRole('combobox', { name: 'Against' })
    .selectOption({ label: 'harbour-pack/heron/Amber-street_heron_BT709_17.cube' });
  await page.waitForTimeout(4000);
  await page.screenshot({ path: '/tmp/m/i4.png' });
  await page.getByRole('radio', { name: 'Learn from it' }).click();
  await page.getByRole('button', { name: 'Take it apart' }).click();
  await page.getByTestId('fit-words').waitFor({ timeout: 60000 });
  await page.screenshot({ path: '/tmp/m/i5.png' });
  await page.getByRole('radio', { name: 'Repair' }).click();
  await page.getByRole('radio', { name: 'Split tone from colour' }).click();
  await page.getByRole('button', { name: 'Make it' }).click();
  await page.getByTestId('repaired').waitFor({ timeout: 60000 });
  await page.screenshot({ path: '/tmp/m/i6.png' });
  await page.getByRole('button', { name: 'Choose for a shoot' }).click();
  await page.waitForTimeout(1000);
  await page.screenshot({ path: '/tmp/m/i7.png' });
} catch (e) {
  console.log(e);
  await b.contexts()[0].pages()[0].screenshot({ path: '/tmp/m/ierr.png' });
} finally {
  await b.close();
  process.exit(0);
}
