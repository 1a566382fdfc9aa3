import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { cellarRoundUp } from '../../demo/generators/cellarRoundUp';
import { asBytes } from '../../demo/generators/demoFiles';
import { ATTIC_COOLERS, monthsRoundUp } from '../../demo/generators/monthsRoundUp';
import { type Application, ask, importAsNew, startApplication, upload } from '../support/application';
import { seriousFaults } from '../support/axe';

let app: Application;

async function bring(files: ReadonlyMap<string, string>, choices: object): Promise<void> {
  const answer = await importAsNew(app.url, await upload(app.url, asBytes(files)), choices);
  expect(answer.status).toBe(200);
}

test.beforeAll(async () => {
  app = await startApplication();
  await bring(monthsRoundUp(7), {});
  // The lab of this test has nothing else: its entries count from one.
  await bring(cellarRoundUp(7), {
    meant: ATTIC_COOLERS.map(({ entry }, i) => ({ entry, entryId: i + 1 })),
  });
  await ask(`${app.url}/api/round-ups/1/lab-entries`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ entryId: ATTIC_COOLERS.length + 1 }),
  });
});
test.afterAll(async () => app?.stop());

async function onAPhone(page: Page) {
  await page.setViewportSize({ width: 390, height: 800 });
  // A chart follows the window a moment later.
  await expect
    .poll(() => page.evaluate(() => document.documentElement.scrollWidth - innerWidth))
    .toBeLessThanOrEqual(0);
  expect(await seriousFaults(page)).toEqual([]);
  await page.setViewportSize({ width: 1280, height: 800 });
}

test('a control that broke is told on every stage, its runs are held, and freed by the next good one; the meter’s week is found', async ({
  page,
}) => {
  await page.goto(app.url);
  await expect(page.getByRole('region', { name: 'What is due' })).toContainText(
    'the control Terral 92 was out of range, 9 runs are suspect',
  );
  await page.getByRole('link', { name: /the control Terral 92 was out of range/ }).click();
  await expect(page).toHaveURL(/rig\/watch/);
  for (const stage of ['curves', 'plan', 'bench', 'rig']) {
    await page.goto(`${app.url}/round-ups/1/${stage}`);
    await expect(
      page.getByText(/Control Terral 92 was out of range on 26 Oct 2026\. 9 runs .* are suspect/),
    ).toBeVisible();
  }
  await page.getByRole('link', { name: 'Look at it' }).click();
  await expect(page.getByText(/^The rig drifts: \+\d\.\d\d ± 0\.\d\d K in 30 days/)).toBeVisible();
  await expect(page.getByText(/14 Oct 2026: 1\.40 dB, over its limit of 0\.5 dB/)).toBeVisible();
  await expect(page.getByRole('img', { name: 'Control chart of Terral 92' })).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await page.emulateMedia({ colorScheme: 'dark' });
  await onAPhone(page);
  await page.emulateMedia({ colorScheme: 'light' });
  await page.getByRole('button', { name: 'Put 9 runs on hold' }).click();
  await expect(page.getByText('9 runs on hold', { exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Release 9 runs' })).toBeDisabled();
  // None of them is in a curve: the control of that day is not among its runs.
  await page.goto(`${app.url}/round-ups/1/logbook`);
  await expect(page.getByText(/set aside/i).first()).toBeVisible();
  await page.goto(`${app.url}/round-ups/1/rig/watch`);
  await page.getByLabel('Why release them or set them aside').fill('pasted anew: it was the control alone');
  await page.getByRole('button', { name: 'Release 9 runs' }).click();
  await expect(page.getByText('9 runs count again')).toBeVisible();
});

test('what the meter read while it was off is corrected on request, said with the verdict, and taken back', async ({
  page,
}) => {
  await page.goto(`${app.url}/round-ups/1/curves`);
  await expect(page.getByText(/6 runs that count were read while the meter was off/)).toBeVisible();
  await page.getByRole('link', { name: 'Look at it' }).click();
  const part = page.getByRole('region', { name: 'Read while the meter was off' });
  const correct = part.getByRole('button', { name: 'Correct 6 runs by −1.4 ± 0.2 dB' });
  await expect(correct).toBeDisabled();
  await part.getByLabel('Why, as it is printed with the runs').fill('the plug was loose');
  await correct.click();
  await expect(page.getByText('6 runs corrected')).toBeVisible();
  await expect(part).toContainText('6 runs are corrected by −1.4 ± 0.2 dB');
  await expect(page.getByText(/read while the meter was off, or may have been/)).toHaveCount(0);
  expect(await seriousFaults(page)).toEqual([]);
  await page.emulateMedia({ colorScheme: 'dark' });
  await onAPhone(page);
  await page.emulateMedia({ colorScheme: 'light' });
  await page.goto(`${app.url}/round-ups/1/verdict`);
  await expect(page.getByText(/levels of 6 runs were corrected by −1\.4 ± 0\.2 dB/)).toBeVisible();
  await page.goto(`${app.url}/round-ups/1/logbook?entry=mareta`);
  await expect(page.getByText(/Level corrected by −1\.4 ± 0\.2 dB/).first()).toBeVisible();
  // By the control's own level, too: the chart of another response, chosen.
  await page.goto(`${app.url}/round-ups/1/rig/watch?what=level`);
  await expect(page.getByRole('img', { name: 'Control chart of Terral 92' })).toBeVisible();
  await part.getByLabel('Why, as it is printed with the runs').fill('as read, for comparison');
  await part.getByRole('button', { name: 'Undo correction' }).click();
  await expect(page.getByText('6 runs back to what was read')).toBeVisible();
  await expect(correct).toBeVisible();
});

test('an older rig is bridged by what both have, who flips is told, and it is used in the verdict and left again', async ({
  page,
}) => {
  // With the nine that followed the broken control on hold, one of those on both rigs stands apart.
  await page.goto(`${app.url}/round-ups/1/rig/watch`);
  await page.getByRole('button', { name: 'Put 9 runs on hold' }).click();
  await expect(page.getByText('9 runs on hold', { exact: true })).toBeVisible();
  await page.goto(`${app.url}/round-ups/1/rig`);
  await page.getByRole('link', { name: 'Bridge' }).click();
  await expect(page.getByText(/^Rise here = /)).toBeVisible();
  await expect(page.getByText(/Virada low is left out/)).toBeVisible();
  await expect(page.locator('tr[data-bridged="calmo"]')).toContainText('⤳ Calmo 92');
  const [shared] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'CSV', exact: true }).click(),
  ]);
  const lines = readFileSync(await shared.path(), 'utf8')
    .trim()
    .split('\r\n');
  expect(lines[0]).toBe('entry,point,unit,there,there_interval_95,here,here_interval_95');
  expect(lines.length).toBeGreaterThan(6);
  expect(await seriousFaults(page)).toEqual([]);
  await onAPhone(page);
  await page.getByRole('button', { name: 'Use this bridge in the Verdict' }).click();
  await expect(page.getByText('The bridge is used in the Verdict')).toBeVisible();
  await page.goto(`${app.url}/round-ups/1/verdict`);
  await expect(page.getByRole('region', { name: 'Bridged, not measured here' })).toContainText('Calmo 92');
  await expect(page.locator('tr[data-entry="calmo"]')).toHaveCount(0);
  expect(await seriousFaults(page)).toEqual([]);
  // In Curves under the ranking, at the line as it moves, and broken in the chart.
  await page.goto(`${app.url}/round-ups/1/curves`);
  const row = page.locator('tr[data-bridged="calmo"]');
  await expect(row).toContainText('⤳ Calmo 92');
  const at30 = await row.innerText();
  await page.getByRole('slider', { name: 'Noise line' }).focus();
  for (let i = 0; i < 4; i += 1) await page.keyboard.press('ArrowRight');
  await expect(row).not.toHaveText(at30);
  await expect(page.locator('[data-label]', { hasText: '⤳ Calmo 92' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'and the bridge in use' })).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  const csv = await (await page.request.get(`${app.url}/round-ups/1/verdict/csv`)).text();
  expect(csv).toMatch(/calmo,.*,bridged,.*not measured here: bridged from/);
  await page.goto(`${app.url}/round-ups/1/rig/bridge`);
  await page.getByRole('button', { name: 'Leave this bridge' }).click();
  await expect(page.getByText('The bridge is left')).toBeVisible();
  await page.goto(`${app.url}/round-ups/1/verdict`);
  await expect(page.getByText('Bridged, not measured here')).toHaveCount(0);
});

test('the plan says what spreads, finds the fewest hours for a difference, and whether the first can be told yet', async ({
  page,
}) => {
  await page.goto(`${app.url}/round-ups/1/plan`);
  await page.getByRole('button', { name: 'What is the main source of scatter?' }).click();
  await expect(page.getByText(/^Main source of scatter: .* From \d+ repeated readings/)).toBeVisible();
  await expect(page.getByText(/^Rigs and revisions of this lab differ by \d+\.\d\d K/)).toBeVisible();
  await expect(page.getByText(/^(● )?(Enough|Too early) to call/)).toBeVisible();
  await page.getByLabel('Difference to separate').fill('0,001');
  await page.getByRole('button', { name: 'Find the shortest plan' }).click();
  await expect(page.getByText(/Not possible: \d+ mounts of \d+ passes separate/)).toBeVisible();
  await page.getByLabel('Difference to separate').fill('8');
  await page.getByRole('button', { name: 'Find the shortest plan' }).click();
  await page.getByRole('button', { name: 'Use this plan' }).click();
  await expect(page.getByRole('button', { name: 'Save the plan' })).toBeEnabled();
  expect(await seriousFaults(page)).toEqual([]);
});

test('all rigs stand in one table, hollow what is carried over; another rig is measured on, and taken back', async ({
  page,
}) => {
  await page.goto(`${app.url}/round-ups/1/curves`);
  await page.getByRole('link', { name: 'all rigs in one table' }).click();
  await expect(page.getByText(/^2 rigs at/)).toBeVisible();
  const calmo = page.locator('tr[data-entry="calmo"]');
  await expect(calmo.locator('td').first()).toContainText('⤳');
  await expect(calmo.locator('td').first()).toContainText('on Cellar bench');
  await expect(calmo.locator('td').last()).toContainText('on this rig');
  expect(await seriousFaults(page)).toEqual([]);
  await onAPhone(page);

  await page.goto(`${app.url}/round-ups/1/rig`);
  await page.getByRole('button', { name: 'measure and rank on it' }).click();
  await expect(page.getByText('Cellar bench, revision 1. Drag the meter')).toBeVisible();
  await page.goto(`${app.url}/round-ups/1/curves/rigs`);
  await expect(page.getByRole('columnheader', { name: /Cellar bench.*ranked here/ })).toBeVisible();
  await page.goto(`${app.url}/round-ups/1/rig`);
  // A rig of one name is no second one.
  await page.getByLabel('Another rig').selectOption({ label: 'a new rig, like this one' });
  await page.getByLabel('Its name').fill('attic BENCH');
  await page.getByRole('button', { name: 'Measure on it' }).click();
  await expect(page.getByText('the lab has a rig “attic BENCH” already')).toBeVisible();
  await page.getByRole('button', { name: 'measure and rank on it' }).click();
  await expect(page.getByText('Attic bench, revision 1. Drag the meter')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Cellar bench, revision 1. Drag the meter')).toBeVisible();
});
