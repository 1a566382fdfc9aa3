import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { zipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { startApplication, type Application } from '../support/application';
import { smallBundle } from '../support/bundles';

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
    .map((violation) => violation.id);
}

test('by keyboard: a zip in, a run typed, set aside, undone, moved; night; and the zip out again', async ({
  page,
}) => {
  await page.goto(`${app.url}/bring`);
  const zip = Buffer.from(zipSync(Object.fromEntries(smallBundle())));
  await page
    .getByLabel('Files')
    .setInputFiles([{ name: 'evening.zip', mimeType: 'application/zip', buffer: zip }]);
  await page.getByRole('button', { name: 'Import 4 runs' }).click();
  await page.waitForURL(/logbook/);

  const form = page.getByRole('form', { name: 'Type a run' });
  // The key counts from the moment the page listens.
  await expect(async () => {
    await page.keyboard.press('r');
    await expect(form).toBeVisible({ timeout: 500 });
  }).toPass();
  await expect(form.getByLabel('Entry')).toBeFocused();
  for (const text of ['', '', '75 %', '1', '1', '35,5', '22', 'warm']) {
    if (text) await page.keyboard.type(text);
    await page.keyboard.press('Tab');
  }
  await page.keyboard.type('21');
  await page.keyboard.press('Enter');
  await expect(form.getByRole('alert')).toContainText('not a number: “warm”');
  await form.getByLabel('Die, °C').fill('58');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Run 5 is in the logbook')).toBeVisible();
  await expect(page.locator('[data-run="5"]')).toContainText('37.0');
  await page.keyboard.press('Escape');

  await page.locator('[data-run="5"]').getByRole('link').first().click();
  await expect(page.getByRole('heading', { name: 'Run 5' })).toBeVisible();
  await page.getByRole('button', { name: 'Set aside', exact: true }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('A reason is needed')).toBeVisible();
  await page.getByLabel('Why it does not count').fill('typed from memory');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Run 5 set aside')).toBeVisible();
  await expect(page.getByText('Typed from memory').first()).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Run 5 is as it was')).toBeVisible();
  await expect(page.getByText('Changes by hand')).toBeVisible();

  await page.getByLabel('Theme').selectOption('night');
  await page.getByRole('link', { name: 'All runs' }).click();
  await page.locator('[data-run="1"]').getByRole('link').first().click();
  await expect(page.getByRole('heading', { name: 'Run 1' })).toBeVisible();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'night');
  const edge = page.getByRole('slider', { name: 'Window from' });
  await edge.focus();
  await page.keyboard.press('ArrowLeft');
  await page.getByLabel('Why the window was moved').fill('early spike');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Window moved by hand: early spike').first()).toBeVisible();
  await page.getByRole('button', { name: 'Back to the automatic window' }).click();
  await expect(page.getByText('Automatic window again')).toBeVisible();

  // Axe is clean at night too, on every page
  for (const path of [
    '/',
    '/bring',
    '/round-ups/1/logbook',
    '/round-ups/1/runs/1',
    '/round-ups/1/curves',
    '/round-ups/1/verdict',
  ]) {
    await page.goto(app.url + path);
    await page.waitForLoadState('networkidle');
    expect({ path, faults: await seriousFaults(page) }).toEqual({ path, faults: [] });
  }

  await page.goto(`${app.url}/round-ups/1/curves`);
  const [picture] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'PNG' }).click(),
  ]);
  expect(
    readFileSync(await picture.path())
      .subarray(1, 4)
      .toString(),
  ).toBe('PNG');
  await page.getByText('2 of 2 entries').click();
  await page.getByRole('checkbox', { name: 'Levante' }).uncheck();
  await expect(page).toHaveURL(/hide=a/);
  await expect(page.locator('tr[data-entry]')).toHaveCount(1);

  await page.goto(`${app.url}/round-ups/1/logbook`);
  await page.getByText('Export', { exact: true }).click();
  await expect(page.getByRole('list', { name: 'Bundles of this round-up' })).toContainText(
    'published versions',
  );
  const [bundle] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Copy under covers' }).click(),
  ]);
  await page.goto(`${app.url}/bring`);
  await page.getByLabel('Files').setInputFiles(await bundle.path());
  await expect(page.getByText('Nothing in it is new: all of it is in the lab.')).toBeVisible();
  await page.getByLabel('make another round-up of it').check();
  await page.getByRole('button', { name: 'All are new entries' }).click();
  await page.getByRole('button', { name: 'Import 5 runs' }).click();
  await page.waitForURL(/round-ups\/2\/logbook/);
  await expect(page.getByRole('heading', { name: '5 runs' })).toBeVisible();
});

test('scripts run only with their nonce, and the page cannot be framed', async ({ page, request }) => {
  const { headers } = { headers: (await request.get(`${app.url}/`)).headers() };
  expect(headers['content-security-policy']).toMatch(/script-src 'self' 'nonce-[^']+' 'strict-dynamic'/);
  expect(headers['x-frame-options']).toBe('DENY');
  expect(headers['x-content-type-options']).toBe('nosniff');
  const refused: string[] = [];
  page.on('console', (message) => message.type() === 'error' && refused.push(message.text()));
  await page.goto(app.url);
  expect(refused).toEqual([]);
  await page.evaluate(() => {
    document.body.insertAdjacentHTML(
      'beforeend',
      `<img src="data:," onerror="document.title = 'broken in'">`,
    );
  });
  await expect.poll(() => refused.join(' ')).toMatch(/Content Security Policy|violates/i);
  expect(await page.title()).not.toBe('broken in');
});
