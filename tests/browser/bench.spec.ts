import { expect, test, type Page } from '@playwright/test';
import { BOATHOUSE } from '../../src/simulator/boathouse';
import { resistanceAtLevel } from '../../src/simulator/cooler';
import { asBytes } from '../../demo/generators/demoFiles';
import { fanRoundUp } from '../../demo/generators/fanRoundUp';
import { type Application, importAsNew, startApplication, upload } from '../support/application';
import { setSettings } from '../support/planForm';
import { seriousFaults } from '../support/axe';
import { TestBench } from '../support/bench';

let app: Application;
const bench = new TestBench();

test.beforeAll(async () => {
  app = await startApplication();
  await bench.setUp(120);
  bench.start(app.databaseUrl);
});

test.afterAll(async () => {
  await bench.tearDown();
  await app.stop();
});

const LOAD_W = 170;
const NAMES = ['Lebeche 120', 'Tramontana', 'Jaloque 360'];

async function savedPlan(page: Page): Promise<string> {
  await page.goto(app.url);
  await page.getByLabel('Title').fill('Three for the small hall');
  await page.getByLabel('Name of the new rig').fill('Boat bench');
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.waitForURL(/brief/);
  await page.getByLabel('Load 1', { exact: true }).fill(String(LOAD_W));
  await page.getByLabel('Noise line, ranks').fill('33');
  await page.getByLabel('Passes per mount').fill('1');
  await page.getByLabel(/^Mounts per/).fill('1');
  await page.getByRole('button', { name: 'Save the brief' }).click();
  await expect(page.getByText('Brief saved')).toBeVisible();
  await page.getByRole('link', { name: /Line-up/ }).click();
  for (const name of NAMES) {
    await page.getByLabel('New product').fill(name);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: `Product: ${name}, edit` })).toBeVisible();
  }
  const base = page.url().replace('/line-up', '');
  await page.goto(`${base}/bench`);
  await expect(page.getByRole('heading', { name: 'No plan yet' })).toBeVisible();
  await page.goto(`${base}/plan`);
  await setSettings(page, ['100 %', '33 dB(A)', '50 %']);
  await page.getByLabel('Warm-up').fill('5');
  await page.getByRole('button', { name: 'Save the plan' }).click();
  await expect(page.getByText('Plan saved')).toBeVisible();
  return base;
}

test('nothing but the keyboard: a round-up is measured at the bench, and ranks as the simulated coolers are', async ({
  page,
}) => {
  const base = await savedPlan(page);
  await page.goto(`${base}/bench`);
  await expect(page.getByText('9 instruments')).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  const heading = page.getByRole('region', { name: 'The step in hand' }).getByRole('heading');
  // At 120 times its pace a step can be over before anybody looks: the page itself keeps what it said.
  await page.evaluate(() => {
    const said: string[] = ((window as unknown as { said: string[] }).said = []);
    const look = () => said.push(document.querySelector('h2[aria-live]')?.textContent ?? '');
    new MutationObserver(look).observe(document.body, {
      subtree: true,
      childList: true,
      characterData: true,
    });
  });
  for (let mount = 1; mount <= 4; mount += 1) {
    await expect(page.getByRole('button', { name: /^Begin: / })).toBeVisible();
    if (mount === 1) await expect(page.getByText('A control re-test is due.')).toBeVisible();
    await page.keyboard.press('Space');
    await expect(heading).toHaveText(/^Put on /);
    await page.keyboard.press('Space');
    await expect(heading).toHaveText(/^Reading|^Warming|^Soak/);
    if (mount === 1) {
      await page.keyboard.press('n');
      await page.getByLabel('Note for this run').fill('a lorry x outside');
      await page.keyboard.press('Enter');
      await expect(page.getByText('Note kept')).toBeVisible();
      // Looked at once it stands, not while it fades in.
      await expect(page.locator('[data-sonner-toast]').last()).toHaveCSS('opacity', '1');
      expect(await seriousFaults(page)).toEqual([]);
    }
    // A setting at a time: each is over within the usual wait, on a busy machine, too.
    for (const next of [/33 dB|50 %|cool/, /50 %|cool/, /cool/]) await expect(heading).toHaveText(next);
    await expect(heading).toHaveText('Let it cool');
    if (mount === 2) {
      // Written while it cools, of the run that has just ended.
      await page.keyboard.press('n');
      await page.getByLabel('Note for this run').fill('it hummed while it cooled');
      await page.keyboard.press('Enter');
      await expect(page.getByText('Note kept').last()).toBeVisible();
    }
    const said = await page.evaluate(() => (window as unknown as { said: string[] }).said);
    expect(said.filter((name) => /^Soak at 170 W/.test(name))).not.toEqual([]);
    expect(said).toContain('Bringing the fans to 33 dB(A)');
    await page.keyboard.press('Space');
  }
  await expect(page.getByRole('heading', { name: 'All that was planned is measured' })).toBeVisible();
  const csv = await (await page.request.get(`${base}/verdict/csv`)).text();
  const [heads, ...rows] = csv
    .trim()
    .split(/\r?\n/)
    .map((line) => line.split(','));
  const riseAt = heads!.indexOf('rise_k');
  const entryAt = heads!.indexOf('entry');
  expect(rows).toHaveLength(3);
  const known = NAMES.map((name) => BOATHOUSE.find((entry) => entry.product === name)!).map(
    ({ entry, cooler }) => ({
      entry,
      riseK: LOAD_W * resistanceAtLevel(cooler, 33, 0.2 * cooler.maxRpm)!,
    }),
  );
  known.sort((a, b) => a.riseK - b.riseK);
  expect(rows.map((row) => row[entryAt])).toEqual(known.map((other) => other.entry));
  rows.forEach((row, i) => expect(Math.abs(Number(row[riseAt]) - known[i]!.riseK)).toBeLessThan(0.6));
  await page.goto(`${base}/logbook?find=hummed`);
  await expect(page.locator('[data-run]')).toHaveCount(1);
});

test('reloaded, on a second screen, the web server killed and started: the mount goes on, and pages follow it', async ({
  page,
  context,
}) => {
  const id = await upload(app.url, asBytes(fanRoundUp(7)));
  const { roundUpId } = (await (await importAsNew(app.url, id)).json()) as { roundUpId: number };
  const url = `${app.url}/round-ups/${roundUpId}/bench`;
  await page.goto(url);
  await page.getByRole('group', { name: 'Bench clock' }).getByRole('button', { name: '10×' }).click();
  await expect(page.getByRole('button', { name: '10×' })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Space');
  const heading = page.getByRole('region', { name: 'The step in hand' }).getByRole('heading');
  await expect(heading).toHaveText(/^Put on /);
  await page.keyboard.press('Space');
  await expect(heading).toHaveText(/^Warming up/);
  await page.reload();
  await expect(heading).toHaveText(/^Warming up/);
  const second = await context.newPage();
  await second.goto(url);
  await expect(second.getByRole('heading', { name: /^Warming up/ })).toBeVisible();

  const { databaseUrl } = app;
  const port = Number(new URL(app.url).port);
  await app.kill();
  const again = await startApplication({ databaseUrl, port });
  app = { ...again, stop: again.stop };
  const die = page.getByRole('region', { name: 'The step in hand' }).locator('dl').first();
  const before = await die.textContent();
  await expect.poll(() => die.textContent()).not.toBe(before);
  await expect(second.getByRole('heading', { name: /^Warming up|^Soak/ })).toBeVisible();
  // The wrong token, and the right one, from a program.
  const push = (token: string) =>
    page.request.post(`${app.url}/api/stream/readings`, {
      headers: { authorization: `Bearer ${token}` },
      data: '{"vrm_c": 50.5}\n',
    });
  expect((await push('guess')).status()).toBe(401);
  await page.getByText('Readings from a program').click();
  expect(await page.content()).not.toMatch(/Bearer [\w-]{10,}/);
  await page.getByRole('button', { name: 'Show this lab’s token' }).click();
  await expect(page.locator('pre')).not.toContainText('Bearer TOKEN');
  const token = /Bearer ([\w-]+)/.exec((await page.locator('pre').textContent())!)![1]!;
  expect(await (await push(token)).json()).toEqual({ kept: 1, problems: [] });
  await page.getByRole('button', { name: 'Make a new one' }).click();
  await expect(page.locator('pre')).not.toContainText(token);
  expect((await push(token)).status()).toBe(401);

  // Paused, with the load off; skipped while it waits, and gone on with at the next setting.
  await page.keyboard.press('p');
  await page.getByLabel(/^Why is it paused/).fill('the courier rings');
  await page.keyboard.press('Enter');
  await expect(heading).toHaveText('Paused');
  await expect.poll(() => bench.rig.rig.loadW).toBe(0);
  await page.keyboard.press('s');
  await page.getByLabel(/^Why is .* skipped/).fill('too loud for the hour');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('list', { name: 'Left out' })).toContainText('skipped: too loud for the hour');
  await page.keyboard.press('Space');
  await expect(heading).toHaveText(/^Warming up|^Soak/);

  await page.keyboard.press('x');
  await expect(page.getByText('Stopped: by hand. The load is off.')).toBeVisible();
  await expect(second.getByText('What was not measured is in the plan again.')).toBeVisible();
  await expect.poll(() => bench.rig.rig.loadW).toBe(0);
});
