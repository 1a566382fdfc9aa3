import { expect, test, type Page } from '@playwright/test';
import { zipSync } from 'fflate';
import { asBytes } from '../../src/simulator/demoFiles';
import { demoBundle } from '../../src/simulator/demoBundle';
import { ask, importAsNew, startApplication, type Application } from '../support/application';
import { seriousFaults } from '../support/axe';

let app: Application;

test.beforeAll(async () => {
  app = await startApplication();
  const { id } = (await (await ask(`${app.url}/api/uploads`, { method: 'POST' })).json()) as { id: string };
  const body = Buffer.from(zipSync(Object.fromEntries(asBytes(demoBundle(7)))));
  await ask(`${app.url}/api/stream/${id}?path=demo.zip`, { method: 'PUT', body });
  expect((await importAsNew(app.url, id)).status).toBe(200);
});

test.afterAll(async () => app?.stop());

const order = (page: Page) =>
  page.locator('tr[data-entry]').evaluateAll((rows) => rows.map((row) => row.getAttribute('data-entry')));

test('what the numbers can bear: measures with intervals, sorted by any, a ± opened, and what tells two apart put on the plan', async ({
  page,
}) => {
  await page.goto(`${app.url}/round-ups/1/curves`);
  await page.getByRole('link', { name: 'What the numbers can bear' }).click();
  await expect(page).toHaveURL(/judgement\?line=33&load=170/);
  const cell = (entry: string, at: number) => page.locator(`tr[data-entry="${entry}"] td`).nth(at);
  expect((await order(page))[0]).toBe('jaloque-360');
  await expect(cell('jaloque-360', 0)).toHaveText('1');
  // Intervals come in from the worker, one entry after the other.
  await expect(cell('terral-slim', 4)).toContainText(/± 0\.\d\d/);
  await expect(page.getByText(/^drawing/)).toHaveCount(0);
  await expect(cell('cierzo-240', 3)).toContainText(/30\.\d ?± ?0\.\d/);

  await page.getByRole('button', { name: /^Capacity/ }).click();
  await expect(page).toHaveURL(/by=capacity/);
  await expect(page.getByText(/The heat that it holds at the line in a room of 23 °C/)).toBeVisible();
  const watts = await page.locator('tr[data-entry] td:nth-child(8) b').allTextContents();
  expect(watts.map(Number)).toEqual(watts.map(Number).sort((a, b) => b - a));

  await page.getByLabel('What a decibel is worth, % of R').fill('2');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/worth=2/);
  await expect(page.getByLabel('What a decibel is worth, % of R')).toHaveValue('2');
  await page.getByRole('button', { name: /^Knee/ }).click();
  await expect(page.getByText(/lowers R by less than 2 %/)).toBeVisible();

  await expect(page.getByRole('region', { name: 'Value' })).toContainText(
    /Tramontana, 109\.00 EUR: beaten by|EUR a kelvin/,
  );

  await page.getByLabel('The doubt of').selectOption('tramontana');
  const budget = page.getByRole('region', { name: 'Doubt of Tramontana' });
  await expect(budget.getByText('mounts: what putting it on again changes')).toBeVisible();
  await page.getByLabel(/^against/).selectOption('galerna-twin');
  const two = page.getByRole('region', { name: 'Two of them' });
  await expect(two).toContainText('cannot be told apart');
  await expect(two).toContainText(/is ahead with a chance of \d\d %/);
  expect(await seriousFaults(page)).toEqual([]);
  const press = two.getByRole('button', { name: 'Put that on the plan' });
  if (await press.isVisible()) {
    await press.click();
    await expect(page.getByText(/^On the plan: \d+ mounts/)).toBeVisible();
  } else await expect(two).toContainText(/no 12 mounts/);

  await page.goto(`${app.url}/round-ups/1/curves/judgement?line=5&load=nonsense`);
  await expect(page.getByText('Nothing can be placed at this level and load')).toBeVisible();
});

test('the schools beside one another, and a machine that goes from reader to reader by its address', async ({
  page,
}) => {
  await page.goto(`${app.url}/round-ups/1/curves`);
  await page.getByRole('link', { name: 'Schools' }).click();
  await expect(page.getByRole('columnheader', { name: 'at full speed' })).toBeVisible();
  await page.getByLabel('Speed, rpm').fill('900');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('columnheader', { name: 'at 900 rpm' })).toBeVisible();
  await page.getByLabel('School of the bars').selectOption('quietest');
  await expect(page.getByRole('region', { name: 'Heat and noise' })).toContainText(/\d\d\.\d K/);
  expect(await seriousFaults(page)).toEqual([]);

  await page.goto(`${app.url}/round-ups/1/verdict`);
  await page.getByRole('link', { name: 'For a reader’s machine' }).click();
  const advice = page.getByRole('region', { name: 'Advice', exact: true });
  await expect(advice.getByRole('status')).toContainText(/fits?/);
  await page.getByLabel('Heat').fill('150');
  await page.getByLabel('Heat').blur();
  await expect(page).toHaveURL(/watts=150/);
  await page.getByLabel('Money').fill('50');
  await expect(page).toHaveURL(/budget=50/);
  await expect(page.locator('tr[data-entry="jaloque-360"]')).toContainText('89.00 EUR over the budget');
  await page.getByLabel('Money').fill('');
  await expect(page).not.toHaveURL(/budget/);
  await expect(page.locator('tr[data-entry="jaloque-360"]')).not.toContainText('budget');
  expect(await seriousFaults(page)).toEqual([]);
  const other = await page.context().newPage();
  await other.goto(`${app.url}/round-ups/1/verdict/advice?watts=150&noise=25&limit=nonsense&height=-3`);
  await expect(other.locator('tr[data-entry="matacabras"]')).toContainText(
    'its quietest setting is 35.0 dB(A)',
  );
  await expect(other.getByLabel('Limit')).toHaveValue('90');
});
