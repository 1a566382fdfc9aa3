import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { startApplication, type Application } from '../support/application';
import { Actions } from '../support/actions';
import { simulatedEvening } from '../support/evening';

let app: Application;

test.beforeAll(async () => {
  app = await startApplication();
});

test.afterAll(async () => {
  await app.stop();
});

test('three raw logs of one evening become a ranking, without a bundle', async ({ page }) => {
  const evening = simulatedEvening(11);
  await page.goto(`${app.url}/bring`);
  const files = [...evening.logs].map(([name, bytes]) => ({
    name,
    mimeType: 'text/plain',
    buffer: Buffer.from(bytes),
  }));
  await page.getByLabel('Files').setInputFiles(files);
  await page.waitForURL(/bring\/.+/);

  // Understood: dialects, columns; joined: the meter's clock is 40 s behind
  await expect(page.getByTitle('sensors.csv')).toBeVisible();
  await expect(page.getByText(/semicolon, decimal comma, windows-1252/)).toBeVisible();
  await expect(page.getByText(/noise · 1,?300 rows/)).toBeVisible();
  // The clocks are put together by the steps that both logs show; who knows better moves them.
  const moved = page.getByLabel('Clock of meter.csv moved by, s');
  await expect.poll(async () => Math.abs(Number(await moved.inputValue()) - 40)).toBeLessThanOrEqual(3);
  const clock = page.getByRole('slider', { name: 'Clock of meter.csv' });
  await clock.focus();
  const before = Number(await moved.inputValue());
  await page.keyboard.press('PageUp');
  await expect(moved).toHaveValue(String(before + 10));
  for (let i = 0; i < before + 10 - 40; i += 1) await page.keyboard.press('ArrowLeft');
  await expect(moved).toHaveValue('40');

  // Cut: two settings in one file, one cut, which can be nudged
  const cut = page.getByRole('slider', { name: 'Cut 1' });
  await expect(cut).toBeVisible();
  const at = Math.round(60 * Number(await cut.getAttribute('aria-valuenow')));
  expect(Math.abs(at - 1300)).toBeLessThanOrEqual(5);
  await cut.focus();
  for (let i = 0; i < Math.abs(at - 1300); i += 1)
    await page.keyboard.press(at > 1300 ? 'ArrowLeft' : 'ArrowRight');
  await expect(cut).toHaveAttribute('aria-valuenow', '21.67');
  await expect(page.getByRole('slider', { name: 'Cut 2' })).toHaveCount(0);

  // Filled in: what no log knows
  await page.getByLabel('Entry, run 1').fill(evening.productName);
  await page.getByLabel('Entry, run 1').press('Control+d');
  await page.getByLabel('Room, dB(A), run 1').fill('21.2');
  await page.getByLabel('Room, dB(A), run 1').press('Control+d');
  await page.getByLabel('Title').fill('An evening of raw logs');
  await page.getByRole('button', { name: 'Check the runs' }).click();
  await expect(page.getByText(/ K at .* dB\(A\)/)).toHaveCount(2);
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(
    violations
      .filter((violation) => violation.impact === 'serious' || violation.impact === 'critical')
      .map((violation) => violation.id),
  ).toEqual([]);
  await page.getByRole('button', { name: 'Import 2 runs' }).click();

  // Ranked: within 0.6 K of what the simulator knows
  await page.waitForURL(/curves/);
  const field = page.getByLabel('Noise line, dB(A)');
  await field.fill('34');
  await field.press('Enter');
  const rise = page.locator('tr[data-entry] b').first();
  await expect(rise).toBeVisible();
  expect(Math.abs(Number(await rise.textContent()) - evening.riseAtK(34))).toBeLessThan(0.6);
});

test('what is no log is named, and clocks that never meet are told', async ({ page }) => {
  const evening = simulatedEvening(12);
  const probe = Buffer.from(evening.logs.get('room.txt')!).toString().replaceAll(/^17/gm, '16');
  await page.goto(`${app.url}/bring`);
  await page.getByLabel('Files').setInputFiles([
    { name: 'sensors.csv', mimeType: 'text/csv', buffer: Buffer.from(evening.logs.get('sensors.csv')!) },
    { name: 'room.txt', mimeType: 'text/plain', buffer: Buffer.from(probe) },
    {
      name: 'bench.png',
      mimeType: 'image/png',
      buffer: Buffer.from([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10]),
    },
  ]);
  await expect(page.getByText(/a PNG picture, not a text log/)).toBeVisible();
  await page.getByLabel('Entry, run 1').fill('Levante');
  await page.getByLabel('Entry, run 1').press('Control+d');
  await page.getByLabel('Room, dB(A), run 1').fill('21');
  await page.getByLabel('Room, dB(A), run 1').press('Control+d');
  await page.getByLabel('Title').fill('Never meet');
  await page.getByRole('button', { name: 'Check the runs' }).click();
  await expect(page.getByText(/do their clocks overlap/).first()).toBeVisible();
  await expect(page.getByRole('button', { name: /^Import/ })).toBeDisabled();
});

test('from one’s own logs to a ranking in at most twelve actions', async ({ page }) => {
  const evening = simulatedEvening(13);
  const act = new Actions(page);
  await act.go(`${app.url}/bring`);
  await act.drop(
    'Files',
    [...evening.logs].map(([name, bytes]) => ({ name, mimeType: 'text/plain', buffer: Buffer.from(bytes) })),
  );
  await expect(page.getByRole('slider', { name: 'Cut 1' })).toBeVisible();
  await act.fill('Entry, run 1', evening.productName);
  await act.key('Control+d');
  await act.fill('Room, dB(A), run 1', '21.2');
  await act.fill('Title', 'In twelve');
  await act.press('Check the runs');
  await expect(page.getByText(/ K at .* dB\(A\)/)).toHaveCount(2);
  await act.press(/^Import 2 runs/);
  await page.waitForURL(/curves/);
  await expect(page.locator('tr[data-entry] b').first()).toBeVisible();
  expect(act.count).toBeLessThanOrEqual(12);
});

test('an evening is cut by hand: at the pointer, by key, joined, cut anew, and taken back step by step', async ({
  page,
}) => {
  const evening = simulatedEvening(14);
  await page.goto(`${app.url}/bring`);
  await page.getByLabel('Files').setInputFiles(
    [...evening.logs].map(([name, bytes]) => ({
      name,
      mimeType: 'text/plain',
      buffer: Buffer.from(bytes),
    })),
  );
  const cuts = page.getByRole('slider', { name: /^Cut \d/ });
  await expect(cuts).toHaveCount(1);
  await page.getByLabel('Entry, run 2').fill('Levante');
  await page.getByLabel('Mount, run 2').fill('4');
  await page.getByLabel('Mount, run 2').blur();

  const chart = (await page.getByRole('slider', { name: 'Where to cut' }).locator('..').boundingBox())!;
  await page.mouse.click(chart.x + 0.8 * chart.width, chart.y + 150);
  await page.getByRole('button', { name: /^Cut at [\d.]+ min/ }).click();
  await expect(cuts).toHaveCount(2);
  // What was said of the piece stands in both halves.
  await expect(page.getByLabel('Mount, run 3')).toHaveValue('4');
  await expect(page.getByLabel('Pass, run 3')).toHaveValue('2');
  const where = page.getByRole('slider', { name: 'Where to cut' });
  await where.focus();
  for (let i = 0; i < 6; i += 1) await page.keyboard.press('PageUp');
  await page.keyboard.press('c');
  await expect(cuts).toHaveCount(3);
  await page.keyboard.press('Control+z');
  await expect(cuts).toHaveCount(2);

  await page.getByRole('button', { name: 'join with 2' }).click();
  await expect(cuts).toHaveCount(1);
  await page.getByRole('button', { name: 'Cut anew' }).click();
  await expect(cuts).toHaveCount(2);
  await page.getByRole('button', { name: 'join with 3' }).click();
  await expect(cuts).toHaveCount(1);
  await expect(page.getByLabel('Mount, run 2')).toHaveValue('4');
  await expect(page.getByLabel('Entry, run 2')).toHaveValue('Levante');

  // A clock that is typed cuts anew: the cut of the load comes with the log that has it.
  const before = await cuts.first().getAttribute('aria-valuenow');
  await page.getByLabel('Clock of sensors.csv moved by, s').fill('60');
  await expect(page.getByLabel('Mount, run 2')).toHaveValue('4');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(cuts.first()).toHaveAttribute('aria-valuenow', before!);
});
