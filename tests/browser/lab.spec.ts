import { expect, test, type Page } from '@playwright/test';
import { format, subDays } from 'date-fns';
import { zipSync } from 'fflate';
import { clockNow } from '../../src/clock/clockNow';
import { startApplication, type Application } from '../support/application';
import { seriousFaults } from '../support/axe';
import { replacing, smallBundle } from '../support/bundles';

let app: Application;

test.beforeAll(async () => {
  app = await startApplication();
});

test.afterAll(async () => app?.stop());

/** The day so many days before the application's today. */
const daysBefore = (days: number) => format(subDays(clockNow(), days), 'yyyy-MM-dd');

const dated = (day: string) => (files: Map<string, string>) => {
  const [head, ...rows] = files.get('runs.csv')!.trim().split('\n');
  files.set('runs.csv', `${head},started_at\n${rows.map((row) => `${row},${day}T10:00:00`).join('\n')}\n`);
};
const older = (watts: number) => (files: Map<string, string>) => {
  dated(daysBefore(450))(files);
  replacing('datapackage.json', 'A small', 'An older')(files);
  replacing('entries.csv', 'Levante', 'Galerna')(files);
  replacing('entries.csv', 'Poniente', 'Terral')(files);
  for (const n of [1, 2, 3, 4])
    files.set(`traces/${n}.csv`, files.get(`traces/${n}.csv`)!.replaceAll(',170', `,${watts}`));
};

async function choose(page: Page, bundle: Map<string, Uint8Array>) {
  await page.goto(`${app.url}/bring`);
  const buffer = Buffer.from(zipSync(Object.fromEntries(bundle)));
  await page
    .getByLabel('Files')
    .setInputFiles([{ name: 'evening.zip', mimeType: 'application/zip', buffer }]);
  await expect(page.getByRole('region', { name: 'Entries that will come' })).toBeVisible();
}

test('the same bundle twice brings nothing; one that is only alike is asked about', async ({ page }) => {
  await choose(page, smallBundle(dated(daysBefore(5))));
  await expect(page.getByText('new to the lab')).toHaveCount(2);
  await page.getByRole('button', { name: 'Import 4 runs' }).click();
  await page.waitForURL(/round-ups\/1\/logbook/);

  await choose(page, smallBundle(dated(daysBefore(5))));
  await expect(page.getByText('The lab has this round-up already')).toBeVisible();
  await expect(page.getByText('all 2 runs there already').first()).toBeVisible();
  await expect(page.getByText('Nothing in it is new')).toBeVisible();
  await expect(page.getByRole('link', { name: 'Open the round-up' })).toBeVisible();

  await choose(
    page,
    smallBundle((files) => {
      older(171)(files);
      files.set(
        'entries.csv',
        files.get('entries.csv')!.replace('Galerna', 'Levante').replace('Terral', 'Poniente'),
      );
    }),
  );
  await expect(page.getByText('2 entries are to be decided')).toBeVisible();
  const bringIn = page.getByRole('button', { name: 'Import 4 runs' });
  await expect(bringIn).toBeDisabled();
  await page.getByLabel('What a is').selectOption({ label: 'another one: a new entry' });
  await expect(page.getByText('1 entry is to be decided')).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByLabel('What b is').selectOption({ index: 1 });
  await bringIn.click();
  await page.waitForURL(/round-ups\/2\/logbook/);
  await expect(page.getByRole('heading', { name: '6 runs' })).toBeVisible();
});

test('an entry of the lab is cited with its runs, and the round-up says which are older than itself', async ({
  page,
}) => {
  await choose(page, smallBundle(older(172)));
  await page.getByRole('button', { name: 'Import 4 runs' }).click();
  await page.waitForURL(/logbook/);
  await page.goto(`${app.url}/round-ups/1/line-up`);
  await page.getByText('From the lab').click();
  await page.getByLabel('Product, maker, fans or sample').fill('galerna');
  const offers = page.getByRole('region', { name: 'Entries of the lab' });
  await expect(offers.getByRole('listitem')).toHaveCount(1);
  await expect(offers).toContainText('2 runs on Test bench, revision 1, the last 14 months ago');
  await offers.getByRole('button', { name: 'Cite Galerna' }).click();
  await expect(page.getByText('Galerna is in the line-up: 2 runs to be ranked here')).toBeVisible();
  await expect(page.getByRole('heading', { name: '3 entries' })).toBeVisible();
  // Two of its own entry’s, which the last test brought, and two of the one that is cited.
  for (const stage of ['logbook', 'curves', 'verdict']) {
    await page.goto(`${app.url}/round-ups/1/${stage}`);
    await expect(page.getByText(/4 of 8 runs are older than this round-up, of .*Galerna/)).toBeVisible();
  }
  await expect(page.locator('tr[data-entry]')).toHaveCount(3);
});

test('search finds products, runs and round-ups of the whole lab, from any page and by keyboard', async ({
  page,
}) => {
  await page.goto(`${app.url}/round-ups/1/brief`);
  await page.keyboard.press('Control+k');
  const palette = page.getByRole('dialog', { name: 'Go to' });
  await palette.getByPlaceholder(/^Go to a page/).fill('galerna');
  await expect(palette.getByRole('option', { name: /^Run \d+, .*Galerna/ }).first()).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await palette.getByPlaceholder(/^Go to a page/).fill('head to');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/round-ups\/1\/curves\/pair/);
  await expect(palette).toHaveCount(0);
  await page.getByRole('search').getByLabel('Search the lab').fill('galerna');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/search\?q=galerna/);
  await expect(page.getByRole('region', { name: 'Entries' })).toContainText('Galerna');
  const runs = page.getByRole('region', { name: 'Runs' });
  await expect(runs.getByRole('listitem')).toHaveCount(2);
  expect(await seriousFaults(page)).toEqual([]);
  await runs.getByRole('link').first().click();
  await expect(page.getByRole('heading', { name: /^Run \d/ })).toBeVisible();
  // On a phone the field has a page of its own.
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(app.url);
  await page.getByRole('link', { name: 'Search' }).click();
  await page.getByRole('main').getByLabel('Search the lab').fill('galerna');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Entries' })).toContainText('Galerna');
  expect(await seriousFaults(page)).toEqual([]);
  await page.goto(`${app.url}/search?q=nothing+like+it`);
  await expect(page.getByText('Nothing in the lab has all the words')).toBeVisible();
});

test('a round-up is renamed, copied, archived, deleted and brought back', async ({ page }) => {
  await page.goto(app.url);
  await page.getByRole('button', { name: 'Rename A small round-up' }).first().click();
  const field = page.getByLabel('Its title');
  await field.fill('');
  await page.getByRole('button', { name: 'Rename', exact: true }).click();
  await expect(page.getByText('it needs a title')).toBeVisible();
  await field.fill('Winter towers');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: /Winter towers/ })).toBeVisible();

  await page.getByRole('button', { name: 'Copy Winter towers' }).click();
  await page.getByRole('button', { name: 'Copy without runs' }).click();
  await page.waitForURL(/line-up/);
  await expect(page.getByRole('heading', { name: 'Winter towers, copy' })).toBeVisible();
  await expect(page.locator('tr[data-entry]').first().locator('td').last()).toHaveText('0');

  await page.goto(app.url);
  await page.getByRole('button', { name: 'Archive Winter towers, copy' }).click();
  await expect(page.getByText('“Winter towers, copy” is archived')).toBeVisible();
  await page.getByText('Archived (1)').click();
  await page.getByRole('button', { name: 'Take out of the archive Winter towers, copy' }).click();
  await expect(page.getByText('Archived (1)')).toHaveCount(0);

  await page.getByRole('button', { name: 'Delete Winter towers, copy' }).click();
  await expect(page.getByRole('link', { name: /Winter towers, copy/ })).toHaveCount(0);
  const told = page.getByRole('listitem').filter({ hasText: 'is deleted; its runs stay in the lab' });
  await told.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: /Winter towers, copy/ })).toBeVisible();
  await page.getByRole('button', { name: 'Delete Winter towers, copy' }).click();
  await page.getByText('Deleted (1)').click();
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByRole('button', { name: 'Restore Winter towers, copy' }).click();
  await expect(page.getByRole('link', { name: /Winter towers, copy/ })).toBeVisible();
});
