import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { demoBundle } from '../../demo/generators/demoBundle';
import { asBytes } from '../../demo/generators/demoFiles';
import { startApplication, type Application } from '../support/application';
import { replacing, smallBundle } from '../support/bundles';
import { folderOf } from '../support/folders';

let app: Application;

test.beforeAll(async () => {
  app = await startApplication();
});

test.afterAll(async () => {
  await app.stop();
});

async function seriousFaults(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page }).analyze();
  return violations
    .filter((violation) => violation.impact === 'serious' || violation.impact === 'critical')
    .map(
      (violation) =>
        `${violation.id}: ${violation.nodes
          .map((node) => node.html)
          .join(' ')
          .slice(0, 300)}`,
    );
}

const order = (page: Page) =>
  page.locator('tr[data-entry]').evaluateAll((rows) => rows.map((row) => (row as HTMLElement).dataset.entry));

test('an evening from the folder to the published table', async ({ page }) => {
  await page.goto(app.url);
  await expect(page.getByRole('heading', { name: 'Your first session' })).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByLabel('Folder').setInputFiles(folderOf(asBytes(demoBundle(7))));

  // The check, before anything is written
  await expect(page.getByRole('heading', { name: 'Quiet towers for the practice rooms' })).toBeVisible({
    timeout: 30_000,
  });
  await expect(page.getByText(/8 entries, 168 runs/)).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByRole('button', { name: 'Import 168 runs' }).click();

  // Logbook: every run, newest first
  await page.waitForURL(/logbook/);
  await expect(page.getByRole('heading', { name: '168 runs' })).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByRole('button', { name: 'Set aside 12' }).click();
  await expect(page.getByRole('heading', { name: '12 of 168 runs' })).toBeVisible();
  await expect(page.locator('[data-run]').first()).toContainText('Paste had not spread');
  await page.getByRole('button', { name: 'All', exact: true }).last().click();
  await page.keyboard.press('/');
  await page.keyboard.type('cierzo');
  await expect(page).toHaveURL(/find=cierzo/);
  await page.getByRole('button', { name: /^Flagged/ }).click();
  const short = page
    .locator('[data-run]', { hasText: 'too short' })
    .or(page.locator('[data-run]', { hasText: 'rising' }));
  await expect(short.first()).toBeVisible();

  // Run: the trace and how it became a number
  await short.first().getByRole('link').first().click();
  await expect(page.getByRole('heading', { name: /^Run \d+/ })).toBeVisible();
  await expect(page.getByText('Rise at 170 W')).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);

  // Curves: the line by field, key, drag, and the order that follows
  await page.getByRole('link', { name: /Curves/ }).click();
  const line = page.getByRole('slider', { name: 'Noise line' });
  await expect(line).toHaveAttribute('aria-valuenow', '33');
  expect(await seriousFaults(page)).toEqual([]);
  const field = page.getByLabel('Noise line, dB(A)');
  await field.fill('28');
  await field.press('Enter');
  await expect(line).toHaveAttribute('aria-valuenow', '28');
  const quiet = await order(page);
  expect(quiet[0]).toBe('tramontana');
  await expect(page.locator('[data-not-placed="jaloque-360"]')).toContainText('Its quietest setting is');
  await line.focus();
  await page.keyboard.press('ArrowRight');
  await expect(line).toHaveAttribute('aria-valuenow', '28.1');
  await page.keyboard.press('PageDown');
  await expect(line).toHaveAttribute('aria-valuenow', '27.1');
  const box = (await line.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 200, box.y + box.height / 2, { steps: 8 });
  await page.mouse.up();
  await expect.poll(() => order(page)).not.toEqual(quiet);
  await expect.poll(() => order(page).then(([first]) => first)).toBe('jaloque-360');
  await expect(page.getByText(/ are a tie: /).first()).toBeVisible();
  await page.getByRole('button', { name: '90 W', exact: true }).click();
  await expect(page).toHaveURL(/load=90.*line=|line=.*load=90/);
  const shared = page.url();
  const before = await order(page);
  await page.goto(shared);
  expect(await order(page)).toEqual(before);

  // Verdict and its CSV
  await page.getByRole('link', { name: /Verdict/ }).click();
  await expect(page.getByText('How this was measured')).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'CSV', exact: true }).click(),
  ]);
  const csv = readFileSync(await download.path(), 'utf8').split('\r\n');
  expect(csv[0]).toContain('place_from,place_to,entry');
  expect(csv).toHaveLength(10);
});

test('a broken bundle is refused whole, line by line, and a mended one comes in', async ({ page }) => {
  await page.goto(app.url);
  const rows = await page.locator('main ul > li').count();
  const broken = smallBundle(replacing('runs.csv', '1,a,1,1,170,50 %,30.0', '1,a,1,1,170,50 %,abc'));
  await page.getByLabel('Folder').setInputFiles(folderOf(broken));
  await expect(page.locator('[data-refused]')).toContainText('runs.csv · line 2 · noise_db');
  await expect(page.locator('[data-refused]')).toContainText('not a number: "abc"');
  expect(await seriousFaults(page)).toEqual([]);
  await page.goto(app.url);
  expect(await page.locator('main ul > li').count()).toBe(rows);

  const name = `"<script>document.title='x'</script>" مروحة 🪭 ${'long '.repeat(50)}end`;
  const odd = smallBundle(replacing('entries.csv', 'Levante', `"${name.replaceAll('"', '""')}"`));
  await page.getByLabel('Folder').setInputFiles(folderOf(odd));
  await page.getByRole('button', { name: 'Import 4 runs' }).click();
  await page.waitForURL(/logbook/);
  for (const stage of ['curves', 'verdict', 'logbook']) {
    await page.goto(page.url().replace(/(curves|verdict|logbook).*/, stage));
    await expect(page.getByTitle(name).first()).toBeAttached();
    expect(await page.title()).not.toBe('x');
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
  }
});

test('what is not there, and another site, are told plainly', async ({ page, request }) => {
  expect((await page.goto(`${app.url}/round-ups/99999/curves`))!.status()).toBe(404);
  await expect(page.getByText('There is nothing at this address')).toBeVisible();
  const refused = await request.post(`${app.url}/api/uploads`, {
    headers: { origin: 'http://elsewhere.example' },
    multipart: { file: 'x' },
  });
  expect(refused.status()).toBe(403);
});
