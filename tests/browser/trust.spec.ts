import { expect, test, type Page } from '@playwright/test';
import { zipSync } from 'fflate';
import { startApplication, type Application } from '../support/application';
import { replacing, smallBundle } from '../support/bundles';

let app: Application;

test.beforeAll(async () => {
  app = await startApplication();
});

test.afterAll(async () => {
  await app.stop();
});

async function bring(page: Page, change?: Parameters<typeof smallBundle>[0]): Promise<string> {
  await page.goto(`${app.url}/bring`);
  const buffer = Buffer.from(zipSync(Object.fromEntries(smallBundle(change))));
  await page
    .getByLabel('Files')
    .setInputFiles([{ name: 'evening.zip', mimeType: 'application/zip', buffer }]);
  // As a round-up and entries of its own, whatever other tests have brought.
  const another = page.getByLabel('make another round-up of it');
  const bringIn = page.getByRole('button', { name: 'Import 4 runs' });
  await expect(another.or(bringIn).first()).toBeVisible();
  if (await another.isVisible()) {
    await another.check();
    await page.getByRole('button', { name: 'All are new entries' }).click();
  }
  await bringIn.click();
  await page.waitForURL(/logbook/);
  return new URL(page.url()).pathname.replace(/\/logbook$/, '');
}

test('who comes second keeps what was typed until he decides: on a run, in the brief, and with nobody answering', async ({
  page,
  browser,
}) => {
  const base = await bring(page);
  await page.locator('[data-run="1"]').getByRole('link').first().click();
  await expect(page.getByRole('heading', { name: 'Run 1', exact: true })).toBeVisible();
  const run = page.url();
  await page.getByRole('button', { name: 'Note', exact: true }).click();
  await page.getByRole('textbox', { name: 'Note' }).fill('mine: rubber feet off');

  // In a browser of their own: of two pages in one, the hidden one draws once a second.
  const other = await browser.newPage();
  await other.goto(run);
  await other.getByRole('button', { name: 'Note', exact: true }).click();
  await other.getByRole('textbox', { name: 'Note' }).fill('theirs');
  await other.getByRole('button', { name: 'Save' }).click();
  await expect(other.getByText('Note of run 1 saved')).toBeVisible();

  await page.getByRole('button', { name: 'Save' }).click();
  const notice = page.locator('[data-trouble="conflict"]');
  await expect(notice).toContainText('has changed this');
  // It was told for a third of a second once, and the typed value was gone.
  await page.waitForTimeout(2500);
  await expect(notice).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Note' })).toHaveValue('mine: rubber feet off');
  await notice.getByRole('button', { name: 'Overwrite with mine' }).click();
  await expect(page.getByText('Note of run 1 saved')).toBeVisible();
  await expect(page.getByText(/note theirs → mine: rubber feet off/)).toBeVisible();

  await page.goto(`${app.url}${base}/brief`);
  await other.goto(`${app.url}${base}/brief`);
  // What two have written of different fields is put together, and told.
  await page.getByLabel('Budget').fill('80');
  await other.getByLabel('Height, at most').fill('155');
  await other.getByLabel('Reason: runs are there already').fill('readers’ cases');
  await other.getByRole('button', { name: 'Save the brief' }).click();
  await expect(other.getByText('Brief saved')).toBeVisible();
  await page.getByLabel('Reason: runs are there already').fill('readers’ money');
  await page.getByRole('button', { name: 'Save the brief' }).click();
  await expect(page.getByText(/^Brief saved, with what .* has changed meanwhile/)).toBeVisible();
  await expect(page.getByLabel('Height, at most')).toHaveValue('155');
  await expect(page.getByLabel('Budget')).toHaveValue('80');

  // On one field whoever comes second decides; what they wrote of others stays, whatever is decided.
  await other.goto(`${app.url}${base}/brief`);
  await page.getByLabel(/^Mounts per/).fill('3');
  await other.getByLabel(/^Mounts per/).fill('4');
  await other.getByLabel('Passes per mount').fill('4');
  await other.getByLabel('Reason: runs are there already').fill('more');
  await other.getByRole('button', { name: 'Save the brief' }).click();
  await expect(other.getByText('Brief saved')).toBeVisible();
  await page.getByLabel('Reason: runs are there already').fill('more mounts');
  await page.getByRole('button', { name: 'Save the brief' }).click();
  await expect(page.locator('[data-trouble="conflict"]')).toContainText('yours differs in');
  await page.waitForTimeout(1500);
  await expect(page.getByLabel(/^Mounts per/)).toHaveValue('3');
  await page.getByRole('button', { name: 'Overwrite with mine' }).click();
  await expect(page.locator('[data-trouble="conflict"]')).toHaveCount(0);
  await expect(page.getByLabel('Passes per mount')).toHaveValue('4');
  await expect(page.getByLabel(/^Mounts per/)).toHaveValue('3');

  // Leaving with something typed asks; staying keeps it.
  await page.getByLabel(/^Mounts per/).fill('6');
  let asked = '';
  page.once('dialog', (dialog) => {
    asked = dialog.message();
    void dialog.dismiss();
  });
  await page
    .getByRole('link', { name: /Curves/ })
    .first()
    .click();
  await expect.poll(() => asked).toContain('not saved');
  await expect(page.getByLabel(/^Mounts per/)).toHaveValue('6');

  // Nobody answers: what was typed stays, and goes through once somebody does.
  await page.getByLabel(/^Mounts per/).fill('5');
  await page.getByLabel('Reason: runs are there already').fill('still more');
  await page.route('**/api/sheets/**', (route) => route.abort());
  await page.getByRole('button', { name: 'Save the brief' }).click();
  await expect(page.locator('[data-trouble="failed"]')).toContainText('does not answer');
  await expect(page.getByLabel(/^Mounts per/)).toHaveValue('5');
  await page.unroute('**/api/sheets/**');
  await page.getByRole('button', { name: 'Try again' }).click();
  // A notice of before may still stand: what the form says of itself counts.
  await expect(page.locator('[data-trouble]')).toHaveCount(0);
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel(/^Mounts per/)).toHaveValue('5');
  await other.close();
});

test('several runs at once, undone; deleted runs brought back; slips asked about', async ({ page }) => {
  const base = await bring(page);
  await page.getByLabel('Choose run 1').check();
  await page.getByLabel('Choose run 2').check();
  const bar = page.getByRole('region', { name: 'With the chosen runs' });
  await expect(bar).toContainText('2 runs chosen');
  await bar.getByRole('button', { name: 'Entry' }).click();
  await bar.getByLabel('They belong to').selectOption({ label: 'Poniente' });
  await bar.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('2 runs moved to another entry')).toBeVisible();
  await expect(page.locator('[data-run="1"]')).toContainText('Poniente');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('[data-run="1"]')).toContainText('Levante');

  await page.getByLabel('Choose all that are shown').check();
  await page.getByLabel('Choose run 4').uncheck();
  await bar.getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByText('3 runs deleted')).toBeVisible();
  await page.goto(`${app.url}${base}/logbook?show=deleted`);
  const gone = page.getByRole('region', { name: 'Deleted runs' });
  await expect(gone.getByRole('row')).toHaveCount(4);
  await gone.getByRole('button', { name: 'Restore' }).first().click();
  await expect(gone.getByRole('row')).toHaveCount(3);

  await page.goto(`${app.url}${base}/logbook`);
  await expect(page.locator('[data-run="4"]')).toBeVisible();
  await page.getByRole('button', { name: /Type a run/ }).click();
  const form = page.getByRole('form', { name: 'Type a run' });
  for (const [label, value] of [
    ['Fans', '80 %'],
    ['Read, dB(A)', '35'],
    ['Room, dB(A)', '22'],
    ['Die, °C', '20'],
    ['Room, °C', '23'],
    ['Power, W', '17'],
  ] as const)
    await form.getByLabel(label, { exact: true }).fill(value);
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form.getByRole('alert')).toContainText('at or under the room');
  await form.getByLabel('Die, °C').fill('60');
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form.getByRole('alert')).toContainText('Power of 17 W at a load of 170 W: is that right?');
  await form.getByRole('button', { name: 'Save anyway' }).click();
  await expect(page.getByText(/Run \d+ is in the logbook/)).toBeVisible();
  await expect(page.locator('[data-run]').filter({ hasText: '✎ typed' })).toHaveCount(1);
});

test('curves: picked out, as a difference, closer and back; on a phone the labels stay inside', async ({
  page,
}) => {
  const base = await bring(page);
  await page.goto(`${app.url}${base}/curves`);
  const chart = page.getByRole('img', { name: /rise over room air, K against noise/ });
  await expect(chart).toBeVisible();
  await page.getByRole('button', { name: /Levante/ }).click();
  await expect(page).toHaveURL(/pick=a/);
  await page.getByLabel('Shown as the difference from').selectOption({ label: 'difference from Levante' });
  await expect(page).toHaveURL(/from=a/);
  await expect(page.getByRole('img', { name: /difference from Levante, K against noise/ })).toBeVisible();
  const box = (await page.getByRole('img', { name: /difference from/ }).boundingBox())!;
  await page.mouse.move(box.x + 120, box.y + 120);
  await page.mouse.down();
  await page.mouse.move(box.x + 320, box.y + 320, { steps: 5 });
  await page.mouse.up();
  await expect(page).toHaveURL(/zoom=/);
  // The drag opened no run, and the view can be linked.
  await page.reload();
  await expect(page.getByRole('button', { name: /Whole chart/ })).toBeVisible();
  // A key pressed before the page has come alive is lost: press until it is heard.
  await expect(async () => {
    await page.keyboard.press('Escape');
    await expect(page).not.toHaveURL(/zoom=/, { timeout: 1000 });
  }).toPass();

  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${app.url}${base}/curves`);
  const label = page.locator('span.absolute[title="Levante"]');
  await expect(label).toHaveText('1');
  const at = (await label.boundingBox())!;
  expect(at.x + at.width).toBeLessThanOrEqual(390);
  const plot = (await page.getByRole('img', { name: /against noise/ }).boundingBox())!;
  expect(plot.width).toBeGreaterThan(330);
});

test('the first Tab leads past the head of the page, and a new round-up asks for its rig', async ({
  page,
}) => {
  await bring(page);
  await page.goto(app.url);
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'Skip to the page' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.locator('#main')).toBeFocused();
  await page.getByLabel('Title').fill('Without a rig');
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByText('which rig is it measured on?')).toBeVisible();
  await page.getByLabel('On the rig').selectOption({ label: 'a new rig' });
  await page.getByLabel('Name of the new rig').fill('Cellar');
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.waitForURL(/brief/);
  await expect(page.getByRole('link', { name: /Brief to decide/ })).toBeVisible();
  await expect(page.getByText('Not yet: this is the plan')).toBeVisible();
  await page.getByRole('link', { name: /^.{0,2}\s*Rig/ }).click();
  await expect(page.getByText(/Typical values, not yours/)).toBeVisible();
  await page.getByRole('button', { name: 'Save this setup' }).click();
  await expect(page.getByText('The rig is saved')).toBeVisible();
  await expect(page.getByText(/from the side, to scale/)).toBeVisible();
});

test('a page takes nothing before it is alive: what is typed then is kept, and a phone’s slow script loses nothing', async ({
  page,
}) => {
  await bring(page);
  const waiting: (() => void)[] = [];
  let isHeld = true;
  await page.route('**/_next/static/**/*.js', async (route) => {
    if (isHeld) await new Promise<void>((resolve) => waiting.push(resolve));
    await route.continue();
  });
  await page.goto(app.url, { waitUntil: 'commit' });
  const search = page.getByRole('searchbox', { name: 'Search the lab' }).first();
  await expect(search).toBeDisabled();
  // Links and text are there at once.
  await expect(page.getByRole('link', { name: 'A small round-up' }).first()).toBeVisible();
  const typing = search.fill('Poniente');
  isHeld = false;
  for (const go of waiting) go();
  await typing;
  await expect(search).toHaveValue('Poniente');
  await search.press('Enter');
  await expect(page).toHaveURL(/search\?q=Poniente/);
});

test('a phone is drawn its list from the first byte on, a desk its table', async ({ page, request }) => {
  const at = await bring(page);
  const drawn = async (headers: Record<string, string>) =>
    (await request.get(`${app.url}${at}/logbook`, { headers })).text();
  const phone = await drawn({ 'user-agent': 'Mozilla/5.0 (Linux; Android 14) Mobile Safari/537.36' });
  const desk = await drawn({ 'user-agent': 'Mozilla/5.0 (X11; Linux x86_64)' });
  expect([phone, desk].map((html) => html.includes('role="columnheader"'))).toEqual([false, true]);
  expect(await drawn({ 'sec-ch-ua-mobile': '?1' })).not.toContain('role="columnheader"');
});

test('under its cover an entry is named nowhere in a page or its source, until somebody looks behind it', async ({
  page,
}) => {
  const base = await bring(page, replacing('entries.csv', 'Poniente', 'Ventolera'));
  await page.goto(`${app.url}${base}/line-up?entry=b`);
  const panel = page.getByRole('complementary', { name: /^Ventolera/ });
  await panel.getByLabel('Cover name, until revealed').fill('Cooler X');
  await panel.getByRole('button', { name: 'Save the entry' }).click();
  await expect(page.getByText('Entry saved')).toBeVisible();
  await page.goto(`${app.url}${base}/line-up`);
  await page.getByRole('button', { name: 'Open Cooler X' }).click();
  await expect(page.getByRole('button', { name: /Height, mm: 155, edit/ })).toHaveCount(0);
  for (const path of ['line-up', 'logbook', 'curves', 'verdict', 'plan', 'curves/side']) {
    const html = await (await page.request.get(`${app.url}${base}/${path}`)).text();
    expect(html, path).not.toContain('Ventolera');
  }
  await page.getByRole('button', { name: 'Look behind the cover' }).click();
  const behind = page.getByRole('complementary', { name: /^Cooler X/ });
  await expect(behind.getByLabel('Product', { exact: true })).toHaveValue('Ventolera');
});

test('Rig says what the watts of the wall are for, and a change of it begins a revision', async ({
  page,
}) => {
  const base = await bring(page);
  await page.goto(`${app.url}${base}/rig`);
  const seen = page.getByLabel('What the power meter sees');
  await expect(page.getByText('rises are converted with it')).toBeVisible();
  await seen.selectOption('wall');
  await expect(page.getByText('it checks the load; no rise is converted with it')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Start revision/ })).toBeEnabled();
});
