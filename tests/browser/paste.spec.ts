import { expect, test } from '@playwright/test';
import { Actions } from '../support/actions';
import { startApplication, type Application } from '../support/application';
import { seriousFaults } from '../support/axe';

let app: Application;

test.beforeAll(async () => {
  app = await startApplication();
});

test.afterAll(async () => {
  await app.stop();
});

const tabs = (...lines: string[]) => lines.map((line) => line.replace(/ *\| */g, '\t')).join('\n');
const SWEEP = [
  ['40 %', 27, 0],
  ['60 %', 31.5, -4],
  ['100 %', 38, -9],
] as const;
const runs = (product: string, riseK: number) =>
  [1, 2].flatMap((mount) =>
    SWEEP.map(
      ([setting, dB, less]) =>
        `${product} | ${mount} | ${setting} | ${dB} | 19,5 | ${(22 + riseK + less + 0.2 * mount).toFixed(1)} | 22,0`,
    ),
  );

test('a notebook’s twelve runs become a ranking in at most 25 actions, from an empty lab', async ({
  page,
}) => {
  const act = new Actions(page);
  await act.go(app.url);
  await expect(page.getByRole('heading', { name: 'Your first session' })).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await act.fill('Title', 'From a notebook');
  await act.fill('Name of the new rig', 'Desk');
  await act.press('Begin');
  await page.waitForURL(/brief/);
  await act.follow(/Line-up/);
  await expect(page.getByText('Nothing to compare yet')).toBeVisible();
  await act.paste(tabs('Cooler | Price | Height', 'Levante | 49,90 € | 155 mm', 'Poniente | 62 € | 158'));
  await expect(page.getByRole('button', { name: 'Take 2 entries' })).toBeFocused();
  expect(await seriousFaults(page)).toEqual([]);
  await act.key('Enter');
  await expect(page.getByText('2 entries are in the line-up')).toBeVisible();
  await act.follow(/Logbook/);
  await expect(page.getByText('No runs yet')).toBeVisible();
  const block = tabs(
    'Cooler | Mount | Fans | dB(A) | Room dB(A) | CPU °C | Room °C',
    ...runs('Levante', 40),
    ...runs('Poniente', 46),
  );
  await act.paste(block);
  await expect(page.getByRole('button', { name: 'Take 12 runs' })).toBeFocused();
  await act.key('Enter');
  await expect(page.getByText('12 runs are in the logbook')).toBeVisible();
  await act.follow(/Curves/);
  await page.waitForURL(/curves/);
  await expect(page.locator('tr[data-entry]')).toHaveCount(2);
  await expect(page.locator('tr[data-entry]').first()).toContainText('Levante');
  expect(act.count).toBeLessThanOrEqual(15);

  // One undo takes all of a block back.
  const base = page.url().replace(/\/curves.*/, '');
  await page.goto(`${base}/logbook`);
  await act.paste(block);
  await page.getByRole('button', { name: 'Take 12 runs' }).click();
  await expect(page.getByRole('heading', { name: '24 runs' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('heading', { name: '12 runs' })).toBeVisible();

  // Prices of a shop's page, where they are weighed.
  await page.goto(`${base}/verdict/value`);
  await expect(page.getByRole('button', { name: 'Paste prices' })).toBeVisible();
  await act.paste(tabs('Cooler | Price | Day', 'Levante | 44,50 € | 2026-11-20'));
  await page.getByRole('button', { name: 'Take 1 price' }).click();
  await expect(page.locator('tr[data-entry]', { hasText: 'Levante' })).toContainText('44.50');
});

test('faulty cells are told where they stand, a column is said to be another, and a slip is told at the head', async ({
  page,
}) => {
  await page.goto(app.url);
  await page.getByRole('link', { name: /From a notebook/ }).click();
  await page.waitForURL(/curves/);
  await page.goto(`${page.url().replace(/\/curves.*/, '')}/logbook`);
  await page.getByRole('button', { name: 'Paste' }).click();
  await page
    .getByLabel('Cells from a spreadsheet')
    .fill(tabs('what | dB(A) | hot', 'Levant | 36 | 78,2', 'Poniente | loud | 61'));
  const panel = page.getByRole('region', { name: 'Paste runs' });
  await expect(panel.getByText('For all lines:')).toBeVisible();
  await panel.getByLabel('Column 1, what, is').selectOption({ label: 'Entry' });
  await expect(panel.getByText(/no entry of this name; there are Levante/)).toBeVisible();
  await expect(panel.getByLabel(/^Leave out “hot”: no field takes it/)).not.toBeChecked();
  await expect(panel.getByText('not a number: "loud"')).toBeVisible();
  await expect(panel.getByRole('button', { name: /^Take/ })).toBeDisabled();
  await panel.getByRole('button', { name: 'Paste another' }).click();
  await page
    .getByLabel('Cells from a spreadsheet')
    .fill(tabs('entry | mount | fans | dB(A) | die | room', 'Levante | 3 | 60 % | 31.6 | 83 | 22'));
  await expect(panel.getByText(/a rise of 61\.0 K, where run \d+ \(mount \d\) has 36\.\d K/)).toBeVisible();
  await panel.getByRole('button', { name: 'Take 1 run' }).click();
  const slips = page.getByRole('list', { name: 'Runs that look like slips' });
  await expect(slips).toContainText('61.0 K, where run');
  await slips.getByRole('link').first().click();
  await page.waitForURL(/\/runs\//);
  await expect(page.getByText(/A rise of 61\.0 K, where run/)).toBeVisible();
  await page.goto(page.url().replace(/\/runs.*/, '/curves'));
  await expect(page.getByRole('list', { name: 'Runs that look like slips' })).toContainText(
    '± of Levante includes',
  );
});

test('typed by hand, the same slip is asked about before it is saved', async ({ page }) => {
  await page.goto(app.url);
  await page.getByRole('link', { name: /From a notebook/ }).click();
  await page.waitForURL(/curves/);
  await page.goto(`${page.url().replace(/\/curves.*/, '')}/logbook`);
  await page.getByRole('button', { name: /Type a run/ }).click();
  const form = page.getByRole('form', { name: 'Type a run' });
  for (const [label, value] of [
    ['Fans', '100 %'],
    ['Mount', '5'],
    ['Read, dB(A)', '38'],
    ['Room, dB(A)', '19.5'],
    ['Die, °C', '29.4'],
    ['Room, °C', '22'],
  ] as const)
    await form.getByLabel(label, { exact: true }).fill(value);
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form.getByRole('alert')).toContainText(
    /A rise of 7\.4 K, where run \d+ \(mount \d\) has 31\.\d K/,
  );
  await form.getByLabel('Die, °C').fill('53.6');
  await form.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText(/Run \d+ is in the logbook/)).toBeVisible();
});
