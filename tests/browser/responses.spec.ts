import { expect, test, type Page } from '@playwright/test';
import { type Application, importAsNew, startApplication, upload } from '../support/application';
import { seriousFaults } from '../support/axe';
import { quantitySample } from '../support/samples';

let app: Application;

test.beforeAll(async () => {
  app = await startApplication();
  for (const name of ['sensors', 'air']) {
    const id = await upload(app.url, quantitySample(name));
    expect((await importAsNew(app.url, id)).status).toBe(200);
  }
});

test.afterAll(async () => app?.stop());

const order = (page: Page) =>
  page.locator('tr[data-entry]').evaluateAll((rows) => rows.map((row) => row.getAttribute('data-entry')));

test('what is compared and against what are two choices in the address, and both move the order', async ({
  page,
}) => {
  await page.goto(`${app.url}/round-ups/1/curves`);
  await expect(page.getByRole('columnheader', { name: 'Rise, K' })).toBeVisible();
  await expect.poll(() => order(page).then(([first]) => first)).toBe('c5');

  await page.getByLabel('What is compared').selectOption('gpu-rise');
  await expect(page).toHaveURL(/what=gpu-rise/);
  await expect.poll(() => order(page)).toEqual(['c2', 'c3', 'c4', 'c5', 'c1']);
  await expect(page.getByText('Graphics card, rise; lower is better.')).toBeVisible();

  await page.getByLabel('against', { exact: true }).selectOption('rpm');
  await expect(page).toHaveURL(/against=rpm/);
  const line = page.getByRole('slider', { name: 'Speed' });
  await expect(line).toBeVisible();
  // Heat and noise stand together.
  await expect(page.getByRole('columnheader', { name: 'dB(A)' })).toBeVisible();
  const before = Number(await line.getAttribute('aria-valuenow'));
  await page.keyboard.press('PageDown');
  await expect(line).toHaveAttribute('aria-valuenow', String(before - 100));
  await expect(page).toHaveURL(new RegExp(`at=${before - 100}`));
  await page.getByLabel('Speed, rpm').fill('700');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-not-placed]').first()).toContainText('Too fast. Its slowest setting is');

  // What stands in the address is what is seen by whoever opens it.
  const other = await page.context().newPage();
  await other.goto(`${app.url}/round-ups/1/curves?what=clock`);
  await expect(other.getByText(/All 5 hold the same, \d+ MHz/)).toBeVisible();
  await other.goto(`${app.url}/round-ups/1/curves?what=nonsense&against=colour`);
  await expect(other.getByRole('columnheader', { name: 'Rise, K' })).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
});

test('fans by their air: places beside the response, a run without a die, and its CSV', async ({ page }) => {
  await page.goto(`${app.url}/round-ups/2/curves`);
  await expect(page.getByText('Airspeed, 15 cm; higher is better.')).toBeVisible();
  const near = await order(page);
  await page
    .getByRole('group', { name: 'Place' })
    .getByRole('button', { name: 'through the heatsink' })
    .click();
  await expect(page.getByText('Airspeed, through the heatsink; higher is better.')).toBeVisible();
  await expect.poll(() => order(page)).not.toEqual(near);
  const href = await page.getByRole('link', { name: 'CSV' }).getAttribute('href');
  const csv = await (await page.request.get(app.url + href!)).text();
  expect(csv.split('\r\n')[0]).toContain('response,place,unit,value,value_95');
  expect(csv).toContain('airspeed,through the heatsink,m/s');

  await page.goto(`${app.url}/round-ups/2/verdict`);
  // What was measured is ranked where no die was.
  await expect(page.getByText(/^Airspeed, 15 cm at/)).toBeVisible();
  await expect(page.getByText('Infinity')).toHaveCount(0);
  await page.goto(`${app.url}/round-ups/2/logbook`);
  await expect(page.getByText('other readings').first()).toBeVisible();
  await page.locator('[data-run] a').first().click();
  await expect(page.getByRole('row', { name: /Airspeed, 15 cm/ })).toContainText('m/s');
  await expect(page.getByRole('row', { name: /Die, mean/ })).toHaveCount(0);
});

test('the verdict ranks what is chosen, its CSV too; other values stand as columns of the logbook, and heating up beside the line', async ({
  page,
}) => {
  await page.goto(`${app.url}/round-ups/1/verdict`);
  await page.getByLabel('What is compared').selectOption('gpu-rise');
  await expect(page.getByText(/^Graphics card, rise at 34.0 dB\(A\)/)).toBeVisible();
  await expect.poll(() => order(page)).toEqual(['c2', 'c3', 'c4', 'c5', 'c1']);
  await expect(page.getByRole('columnheader', { name: 'K/W' })).toHaveCount(0);
  const href = await page.getByRole('link', { name: 'CSV', exact: true }).getAttribute('href');
  const csv = await (await page.request.get(app.url + href!)).text();
  expect(csv.split('\r\n')[1]).toMatch(/^1,\d,c2,.*,gpu-rise,,K,/);

  await page.goto(`${app.url}/round-ups/1/logbook`);
  await page.getByText('Columns', { exact: true }).click();
  await page.getByLabel('Graphics card, rise').check();
  await expect(page).toHaveURL(/columns=gpu-rise/);
  const column = page.getByRole('columnheader', { name: 'Graphics card, K' });
  await column.getByRole('button').click();
  await expect(column).toHaveAttribute('aria-sort', /ending$/);
  await page.reload();
  await expect(column).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);

  await page.goto(`${app.url}/round-ups/1/curves`);
  await page.getByText('Heating up, at the line').click();
  await expect(page.getByRole('columnheader', { name: '60 s' })).toBeVisible();
  await page.getByRole('link', { name: 'rank rise after 10 s' }).click();
  await expect(page.getByText('Rise after 10 s; lower is better.')).toBeVisible();
});

test('a run’s other sensors stand on its page, and the one that had not settled says so', async ({
  page,
}) => {
  await page.goto(`${app.url}/round-ups/1/logbook`);
  await page.locator('[data-run] a').first().click();
  await expect(page.getByRole('row', { name: /Graphics card, rise/ })).toContainText('K');
  await expect(page.getByRole('row', { name: /Clock held/ })).toContainText('MHz');
  await expect(page.getByText('graphics card, °C')).toBeVisible();
  await expect(page.getByRole('img', { name: 'Die, room and rise over time' })).toBeVisible();
});
