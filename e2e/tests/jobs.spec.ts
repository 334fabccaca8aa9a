import { expectAxeClean } from '../src/axe.ts';
import { expect, test } from '../src/fixtures.ts';

test('all jobs stand in one list, from every station; the list of releases follows a pack that is done', async ({
  page,
  server,
}) => {
  await page.goto(`${server.url}/saltmarsh-line/pack`);
  await page.getByRole('radio', { name: 'Releases' }).click();
  const ordered = await page.evaluate(async () => {
    const at = '/api/projects/saltmarsh-line/packs';
    type List = { items: { id: string; revision: number; document: object }[] };
    const [pack] = ((await (await fetch(at)).json()) as List).items;
    const headers = { 'content-type': 'application/json' };
    // One file, so that it is soon done.
    type Pack = { cells: { items: object[] }[] };
    const { cells } = pack.document as Pack;
    const document = {
      ...pack.document,
      ocioConfig: false,
      cells: [{ ...cells[0], items: cells[0].items.slice(0, 1) }],
    };
    const saved = await fetch(`/api/packs/${pack.id}`, {
      method: 'PUT',
      headers: { ...headers, 'if-match': `"${pack.revision}"` },
      body: JSON.stringify(document),
    });
    const { revision } = (await saved.json()) as { revision: number };
    const release = { reasons: { accuracy: 'A test.', rules: 'A test.', criteria: 'A test.' } };
    const answer = await fetch(`/api/packs/${pack.id}/exports`, {
      method: 'POST',
      headers,
      body: JSON.stringify({ revision, release }),
    });
    return answer.status;
  });
  expect(ordered).toBe(202);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: /keys/i })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /jobs?$/i }).click();
  const jobs = page.getByRole('dialog', { name: 'Jobs' });
  await expect(jobs.getByRole('listitem').filter({ hasText: 'release 1' })).toContainText('done', {
    timeout: 60_000,
  });
  await expectAxeClean(page);
  await page.keyboard.press('Escape');
  // Made elsewhere, it is there without a reload.
  await expect(page.getByRole('link', { name: 'Download' })).toBeVisible();
});
