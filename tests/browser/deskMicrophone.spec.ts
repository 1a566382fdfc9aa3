import { expect, test } from '@playwright/test';
import { closePool } from '../../src/database/pool';
import { viewRoundUp } from '../../src/lab/model/roundUpView';
import { viewRecordings } from '../../src/lab/sound/soundView';
import { startApplication, type Application } from '../support/application';
import { seriousFaults } from '../support/axe';
import { mounted, TestBench } from '../support/bench';
import { smallBundle } from '../support/bundles';
import { importSound } from '../support/lab';

let app: Application;

test.beforeAll(async () => {
  app = await startApplication();
});
test.afterAll(async () => {
  await app.stop();
});
test('the desk’s microphone records, is told as not calibrated, and a phone shows all of it', async ({
  page,
}) => {
  await page.goto(app.url);
  await page.getByLabel('Title').fill('Desk');
  await page.getByLabel('On the rig').selectOption({ label: 'a new rig' });
  await page.getByLabel('Name of the new rig').fill('Kitchen');
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.waitForURL(/brief/);
  const base = page.url().replace(/\/brief.*/, '');
  await page.goto(`${base}/line-up`);
  await page.getByLabel('New product').fill('Bora');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Product: Bora, edit' })).toBeVisible();
  await page.setViewportSize({ width: 390, height: 800 });
  await page.goto(`${base}/curves/sound`);
  await page.getByLabel('It is of').selectOption({ label: 'An entry at a setting' });
  await page.getByLabel('Setting, or “sweep”').fill('60 %');
  await page.getByRole('button', { name: /Record with this desk/ }).click();
  await expect(page.getByText(/Recording, [3-9] s/)).toBeVisible();
  await page.getByRole('button', { name: 'Stop and keep' }).click();
  await expect(page.getByText(/bora 60 %\.wav is kept/)).toBeVisible();
  await expect(page.getByText('No calibration tone: levels are relative')).toBeVisible();
  await expect
    .poll(() => page.evaluate(() => document.documentElement.scrollWidth - innerWidth))
    .toBeLessThanOrEqual(0);
  expect(await seriousFaults(page)).toEqual([]);
});

test('beside the bench the desk’s microphone records each reading, kept with its run', async ({ page }) => {
  // The lab of this process is the application's for as long as this lasts; the worker makes other databases after it.
  const server = process.env.DATABASE_URL;
  process.env.DATABASE_URL = app.databaseUrl;
  const bench = new TestBench();
  // A reading has to last as long as the browser's own beeps are apart, on a busy machine too.
  await bench.setUp(15);
  try {
    const id = await importSound(smallBundle());
    await mounted(id, 'a', ['80 %']);
    bench.start(app.databaseUrl);
    await page.goto(`${app.url}/round-ups/${id}/bench`);
    await page.getByLabel(/Record the room and each reading by this desk’s microphone/).check();
    await expect(page.getByText('a 80 %.wav is kept')).toBeVisible({ timeout: 240_000 });
    const clips = (await viewRecordings((await viewRoundUp(id))!)).clips;
    expect(clips).toHaveLength(1);
    const run = (await viewRoundUp(id))!.runs.find((other) => other.id === clips[0]!.recording.runId);
    expect(run).toMatchObject({ setting: '80 %', mount: 9 });
  } finally {
    await bench.tearDown();
    await closePool();
    process.env.DATABASE_URL = server;
  }
});
