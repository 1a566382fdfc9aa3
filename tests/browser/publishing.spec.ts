import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, expect, test } from '@playwright/test';
import sharp from 'sharp';
import { asBytes } from '../../demo/generators/demoFiles';
import { demoBundle } from '../../demo/generators/demoBundle';
import { type Application, ask, importAsNew, startApplication, upload } from '../support/application';
import { seriousFaults } from '../support/axe';
import { headless } from '../../scripts/chromium.mjs';

let app: Application;
let folder: string;

test.beforeAll(async () => {
  app = await startApplication();
  folder = await mkdtemp(join(tmpdir(), 'abanico-report-'));
  const id = await upload(app.url, asBytes(demoBundle(7)));
  expect((await importAsNew(app.url, id)).status).toBe(200);
});

test.afterAll(async () => app?.stop());

test('a verdict is written, saved by itself, published, corrected, compared and shared until the link is revoked', async ({
  page,
}) => {
  await page.goto(`${app.url}/round-ups/1/verdict`);
  await page.getByRole('link', { name: 'Write and publish' }).click();
  const summary = page.getByRole('textbox', { name: 'Summary' });
  // A figure is picked by “@”; its chip tells the value, and the page beside tells the same.
  const readers = page.frameLocator('iframe[title="The page as readers will see it"]');
  await expect(readers.getByRole('heading', { level: 1 })).toBeVisible();
  await summary.fill('The quiet one leads with ');
  await summary.pressSequentially('@tramontana ri');
  await page.getByRole('option', { name: /Tramontana, rise/ }).click();
  const chip = page.locator('.figure-chip');
  await expect(chip).toHaveText(/^▲ \d+\.\d ± \d\.\d K$/);
  const told = (await chip.innerText()).replace('▲ ', '');
  await expect(readers.getByText(`The quiet one leads with ${told}`)).toBeVisible();
  await expect(
    page.getByRole('status').filter({ hasText: /Tramontana holds places 2 to 4 there$/ }),
  ).toBeVisible();
  // Where it does lead nothing is said; it is changed by its chip.
  await chip.click();
  const figure = page.getByRole('form', { name: 'Figure in the text' });
  await figure.getByLabel('Of').selectOption('Jaloque 360');
  await figure.getByRole('button', { name: 'Change' }).click();
  await expect(page.getByLabel('Does not hold')).toHaveCount(0);
  await expect(chip).toHaveText(/^33\.\d ± \d\.\d K$/);
  await page.getByRole('button', { name: 'On a phone' }).click();
  await expect(
    page.frameLocator('iframe[title="The page on a phone"]').getByRole('heading', { level: 1 }),
  ).toBeVisible();
  // A picture is chosen by looking at it, and goes below the part that is written.
  await page.getByRole('button', { name: 'Picture' }).click();
  await page
    .getByRole('list', { name: 'Pictures' })
    .getByRole('button', { name: /as bars, 170 W/ })
    .first()
    .click();
  await expect(page.getByRole('listitem', { name: 'Heat and noise' })).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByRole('button', { name: 'Remove Heat and noise' }).click();
  await page.getByRole('button', { name: 'Awards and publishing' }).click();
  await expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible();
  // Parts move by the keyboard.
  await page.getByRole('button', { name: 'Where they cross up' }).click();
  await expect(page.getByRole('list').locator('li[aria-label]').first()).toHaveAttribute(
    'aria-label',
    'Where they cross',
  );
  const photo = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#2c6a4c' } })
    .png()
    .toBuffer();
  const chooser = page.getByLabel(/^Photographs/);
  await chooser.setInputFiles([{ name: 'plate.png', mimeType: 'image/png', buffer: photo }]);
  // Typed while it is being saved: nothing of it is lost.
  await page.route('**/api/sheets/verdict/**', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 900));
    await route.continue();
  });
  await page.getByLabel('What photograph 1 shows').pressSequentially('its plate, from below', { delay: 130 });
  await expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible();
  await expect(page.getByLabel('What photograph 1 shows')).toHaveValue('its plate, from below');
  await page.unroute('**/api/sheets/verdict/**');
  await chooser.setInputFiles([{ name: 'broken.png', mimeType: 'image/png', buffer: Buffer.from('no') }]);
  await expect(page.getByRole('alert').filter({ hasText: 'broken.png: not a picture' })).toBeVisible();
  await expect(page.locator('[data-award="value"]')).toContainText(
    'Refused: two tie for it: Lebeche 120 and Solano.',
  );
  await page.locator('[data-award="value"]').getByRole('button', { name: 'Give it all the same' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'needs a reason that is printed' })).toBeVisible();
  await expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible();
  await page.getByRole('button', { name: 'Publish version 1' }).click();
  await expect(page.getByRole('alert').filter({ hasText: /^▲ not published/ })).toBeVisible();
  await page.getByRole('button', { name: 'Take award 4 back' }).click();
  await expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible();
  await page.getByRole('button', { name: 'Publish version 1' }).click();
  await expect(page.locator('[data-version="1"]')).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);

  await page.goto(`${app.url}/round-ups/1/logbook`);
  const runs = (await (await ask(`${app.url}/round-ups/1/verdict/table?as=md`)).text()).split('\n');
  expect(runs[2]).toContain('Jaloque 360');
  await page.goto(`${app.url}/round-ups/1/verdict/write`);
  await page.getByRole('button', { name: 'Awards and publishing' }).click();
  await page.getByRole('button', { name: 'Publish the correction as version 2' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'a correction needs a reason' })).toBeVisible();
  await page.getByLabel('Why is version 1 corrected?').fill('a figure was misread');
  await page.getByRole('button', { name: 'Publish the correction as version 2' }).click();
  await expect(page.locator('[data-version="1"]')).toContainText('corrected by version 2');
  await page.getByRole('link', { name: 'Set two versions side by side' }).click();
  await expect(page.getByText('Figures and places are the same in both.')).toBeVisible();
  await page.getByRole('link', { name: 'Write', exact: true }).click();
  await page.getByRole('button', { name: 'Awards and publishing' }).click();
  await page.locator('[data-version="1"]').getByRole('button', { name: 'Open a link' }).click();
  const link = page.locator('[data-link="open"] a').first();
  const address = (await link.getAttribute('href'))!;
  const shared = await page.context().newPage();
  await shared.goto(app.url + address);
  await expect(shared.getByText('Corrected since: version 2 takes the place of this one')).toBeVisible();
  await expect(shared.getByRole('heading', { level: 1 })).toHaveText('Quiet towers for the practice rooms');
  await expect(shared.getByText(/The quiet one leads with 33\.\d ± 0\.\d K/)).toBeVisible();
  expect(await shared.locator('a[href^="/"], a[href^="http"]').count()).toBe(0);
  await page.getByRole('button', { name: 'Revoke' }).click();
  await expect(page.locator('[data-link="closed"]')).toContainText(/revoked .*, opened 1 time$/);
  const gone = await shared.goto(app.url + address);
  expect(gone!.status()).toBe(410);
  await expect(shared.getByText(/This link was revoked on \d+ \w+ 20\d\d/)).toBeVisible();
});

test('the report reads from disk with scripts off and no network, on a phone and printed, and asks for nothing', async () => {
  const html = await (await ask(`${app.url}/round-ups/1/verdict/report`)).text();
  const file = join(folder, 'report.html');
  await writeFile(file, html);
  const browser = await chromium.launch(headless);
  try {
    for (const [width, javaScriptEnabled] of [
      [1280, false],
      [390, true],
    ] as const) {
      // axe itself is a script: the phone's page has them on.
      const context = await browser.newContext({
        viewport: { width, height: 844 },
        javaScriptEnabled,
        offline: true,
        bypassCSP: javaScriptEnabled,
      });
      const page = await context.newPage();
      const asked: string[] = [];
      page.on('request', (request) => asked.push(request.url()));
      await page.goto(`file://${file}`);
      expect(asked.filter((url) => !url.startsWith('data:'))).toEqual([`file://${file}`]);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      await expect(
        page.getByRole('img', { name: /^Cooling at 33\.0 dB\(A\), 170 W: Jaloque 360 33\.0/ }).first(),
      ).toBeVisible();
      await expect(page.getByRole('img', { name: 'its plate, from below' })).toBeVisible();
      // Its figures, and the one script that answers from them.
      expect(html.match(/<script[^>]*>/gi)).toEqual(['<script type="text/plain" id="figures">', '<script>']);
      if (!javaScriptEnabled) continue;
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
      expect(await page.evaluate(() => document.fonts.check("16px 'Archivo Variable'"))).toBe(true);
      expect(await seriousFaults(page)).toEqual([]);
      await page.emulateMedia({ media: 'print' });
      expect(await page.evaluate(() => getComputedStyle(document.querySelector('tr')!).breakInside)).toBe(
        'avoid',
      );
    }
  } finally {
    await browser.close();
  }
});

test('plates for a video: lit, dimmed, stepped through, in night, as PNG of its size', async ({ page }) => {
  await page.goto(`${app.url}/round-ups/1/verdict/plates`);
  await page
    .getByRole('group', { name: 'Theme of the plate' })
    .getByRole('button', { name: 'night' })
    .click();
  await page.getByLabel('Tramontana').check();
  await page.getByRole('button', { name: 'One entry fewer' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'the last 7 of the order' })).toBeVisible();
  await expect(page).toHaveURL(/theme=night.*lit=tramontana.*first=7|first=7/);
  const svg = await (
    await ask(`${app.url}/round-ups/1/verdict/picture?kind=bars&theme=night&lit=tramontana&first=2`)
  ).text();
  expect(svg.match(/<g opacity="0.28">/g)).toHaveLength(2);
  expect(svg).toContain('#0F141B');
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'PNG 1920 × 1080' }).click();
  const path = await (await waiting).path();
  expect(await sharp(path).metadata()).toMatchObject({ format: 'png', width: 1920, height: 1080 });
  expect(await seriousFaults(page)).toEqual([]);
  await page.goto(`${app.url}/round-ups/1/verdict/picture?what=nonsense`);
  await expect(page.getByText(/^No run has the response/)).toBeVisible();
});
