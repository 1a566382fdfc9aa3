import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { startApplication, type Application } from '../support/application';
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
