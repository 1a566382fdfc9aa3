import { expect, test } from '@playwright/test';
import { startApplication, type Application } from '../support/application';
import { seriousFaults } from '../support/axe';

let app: Application;

test.beforeAll(async () => {
  app = await startApplication();
});

test.afterAll(async () => app?.stop());

/** The demo is 500 runs with their logs: two busy cores need longer than for any other wait. */
const DEMO_MS = 90_000;

test('an empty lab brings the demo in, puts it away for one’s own work, and back by one press', async ({
  page,
}) => {
  await page.goto(app.url);
  await expect(page.getByRole('heading', { name: 'Your first session' })).toBeVisible();
  await page.getByRole('button', { name: 'Import the demo' }).click();
  await expect(page.getByRole('link', { name: /Quiet towers/ }).first()).toBeVisible({ timeout: DEMO_MS });
  await page.getByLabel('Title').fill('Mine');
  await page.getByLabel('On the rig').selectOption({ label: 'a new rig' });
  await page.getByLabel('Name of the new rig').fill('My bench');
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await page.waitForURL(/brief/);

  await page.goto(app.url);
  // Nothing of it was worked on: it goes at once.
  await page.getByRole('button', { name: 'Put the demo away' }).click();
  await expect(page.getByRole('link', { name: /Quiet towers/ })).toHaveCount(0);
  await expect(page.getByRole('link', { name: /Mine/ }).first()).toBeVisible();
  await expect(page.getByRole('region', { name: 'Rigs' })).not.toContainText('Boathouse');
  expect(await seriousFaults(page)).toEqual([]);
  await page.goto(`${app.url}/search?q=Tramontana`);
  await expect(page.getByText('Tramontana', { exact: true })).toHaveCount(0);

  await page.goto(app.url);
  await page.getByRole('button', { name: 'Restore the demo' }).click();
  await expect(page.getByRole('link', { name: /Quiet towers/ }).first()).toBeVisible({ timeout: DEMO_MS });
  // A brief that was changed since is somebody’s work: it is asked about, and stays where that is meant.
  await page
    .getByRole('link', { name: /A quieter fan/ })
    .first()
    .click();
  await page.waitForURL(/curves/);
  await page.goto(page.url().replace(/curves.*/, 'brief'));
  await page.getByLabel('Budget').fill('33');
  await page.getByLabel('Reason: runs are there already').fill('cheaper');
  await page.getByRole('button', { name: 'Save the brief' }).click();
  await expect(page.getByText('Brief saved')).toBeVisible();
  await page.goto(app.url);
  await page.getByRole('button', { name: 'Put the demo away' }).click();
  const ask = page.getByRole('region', { name: 'The demo' });
  await expect(ask.getByLabel('A quieter fan for the Lebeche')).toBeChecked();
  await ask.getByRole('button', { name: 'Put the demo away' }).click();
  await expect(page.getByRole('link', { name: /Quiet towers/ })).toHaveCount(0);
  await expect(page.getByRole('link', { name: /A quieter fan/ }).first()).toBeVisible();
});

test('the lab says its name and its people once, and they are offered where a change asks who', async ({
  page,
}) => {
  await page.goto(app.url);
  await page.getByText('its name, its people, its method').click();
  await page.getByLabel('Name of the lab').fill('Muelle bench');
  await page.getByLabel('People, with commas between').fill('Ana, Berta');
  await page.getByLabel('Address of the method').fill('muelle');
  await page.getByRole('button', { name: 'Save the lab' }).click();
  await expect(page.getByText('an address as https://… was expected').first()).toBeVisible();
  await page.getByLabel('Address of the method').fill('https://muelle.example/method');
  await page.getByRole('button', { name: 'Save the lab' }).click();
  await expect(page.getByText('The lab is saved')).toBeVisible();
  await page.getByLabel('Who works in this browser').selectOption('Berta');
  await page
    .getByRole('link', { name: /A quieter fan/ })
    .first()
    .click();
  await page.waitForURL(/curves/);
  await page.goto(page.url().replace(/curves.*/, 'logbook'));
  await page.locator('[data-run]').first().getByRole('link').first().click();
  await page.getByRole('button', { name: 'Note', exact: true }).click();
  await expect(page.getByLabel('Who', { exact: true })).toHaveValue('Berta');
  await expect(page.locator('#people option')).toHaveCount(2);
  const report = await page.request.get(page.url().replace(/runs.*/, 'verdict/report'));
  const html = await report.text();
  expect(html).toContain('Muelle bench · ');
  expect(html).toContain('href="https://muelle.example/method"');
});
