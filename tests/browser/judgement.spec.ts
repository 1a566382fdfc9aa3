import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { asBytes } from '../../demo/generators/demoFiles';
import { demoBundle } from '../../demo/generators/demoBundle';
import { type Application, importAsNew, startApplication, upload } from '../support/application';
import { seriousFaults } from '../support/axe';

let app: Application;

test.beforeAll(async () => {
  app = await startApplication();
  const id = await upload(app.url, asBytes(demoBundle(7)));
  expect((await importAsNew(app.url, id)).status).toBe(200);
});

test.afterAll(async () => app?.stop());

const order = (page: Page) =>
  page.locator('tr[data-entry]').evaluateAll((rows) => rows.map((row) => row.getAttribute('data-entry')));

const pages = (page: Page) => page.getByRole('navigation', { name: /^Pages of/ });

test('beyond the line: measures with intervals, sorted by any, a ± opened; two set against one another, and what separates them', async ({
  page,
}) => {
  await page.goto(`${app.url}/round-ups/1/curves`);
  await pages(page).getByRole('link', { name: 'Beyond the line' }).click();
  const cell = (entry: string, at: number) => page.locator(`tr[data-entry="${entry}"] td`).nth(at);
  await expect.poll(() => order(page).then(([first]) => first)).toBe('jaloque-360');
  await expect(cell('jaloque-360', 0)).toHaveText('1');
  // Intervals come in from the worker, one entry after the other.
  await expect(cell('terral-slim', 4)).toContainText(/± 0\.\d\d/);
  await expect(page.getByText(/^drawing/)).toHaveCount(0);
  await expect(cell('cierzo-240', 3)).toContainText(/30\.\d ?± ?0\.\d/);
  // Too cool, or never cool enough, in a word.
  await expect(cell('jaloque-360', 3)).toContainText('under 28.7');
  await expect(cell('solano', 3)).toContainText('at no level');

  await page.getByRole('button', { name: /^Maximum heat/ }).click();
  await expect(page).toHaveURL(/by=capacity/);
  await expect(
    page.getByText(/Maximum heat: watts at the line before the die reaches 90 °C in a 23 °C room/),
  ).toBeVisible();
  const watts = await page.locator('tr[data-entry] td:nth-child(7) b').allTextContents();
  expect(watts.map(Number)).toEqual(watts.map(Number).sort((a, b) => b - a));

  await page.getByLabel('One dB must cut K/W by, %').fill('2');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/worth=2/);
  const knees = page.getByRole('region', { name: 'Where more noise buys little' });
  await expect(knees).toContainText(/no longer past about \d\d dB\(A\)/);
  await expect(page.getByRole('region', { name: 'What a kelvin is worth' })).toContainText('Clock held.');

  await page.getByLabel('Where ± comes from, of').selectOption('tramontana');
  const budget = page.getByRole('region', { name: 'Where ± of Tramontana comes from' });
  await expect(
    budget.getByText(/remounting, from its 2 mounts and \d+ remounts of this round-up/),
  ).toBeVisible();
  await expect(budget).toContainText(/would shrink it most/);
  expect(await seriousFaults(page)).toEqual([]);

  await pages(page).getByRole('link', { name: 'Head to head' }).click();
  // Who was in hand stays in hand.
  await expect(page.getByLabel('Is this')).toHaveValue('tramontana');
  await page.getByLabel('better than this').selectOption('galerna-twin');
  await expect(page.getByRole('heading', { name: 'Too close to call at 33.0 dB(A).' })).toBeVisible();
  const rows = page.getByRole('region', { name: 'Head to head' }).getByRole('listitem');
  await expect(rows.filter({ hasText: 'at 33.0 dB(A)' }).first()).toContainText('a tie');
  await expect(rows.filter({ hasText: 'at full speed' }).first()).toContainText(/\d\.\d ± \d\.\d K/);
  const tell = page.getByRole('region', { name: 'To separate them' });
  await expect(tell).toContainText(/really ahead is \d\d/);
  // The picture says what it shows, where it is read.
  const [drawn] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'SVG', exact: true }).click(),
  ]);
  const svg = readFileSync(await drawn.path(), 'utf8');
  expect(svg).toMatch(/<title>Quiet towers for the practice rooms, Tramontana against Galerna Twin<\/title>/);
  expect(svg).toContain(
    'Boathouse lab, open bench, revision 2; 168 runs, measured 12 Oct 2026 to 16 Oct 2026',
  );
  expect(svg).toContain('at full speed');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'CSV', exact: true }).click(),
  ]);
  const lines = readFileSync(await file.path(), 'utf8').split('\r\n');
  expect(lines[0]).toContain('one,other,what,where,unit,lead_of_one,interval_95,ahead');
  expect(lines[1]).toMatch(/Tramontana,Galerna Twin,"Die, 170 W",at 33\.0 dB\(A\),K,0\.\d+,\d\.\d+,tie/);
  await expect(page.getByRole('region', { name: 'And beside the heat' })).toContainText('14.10 EUR more');
  expect(await seriousFaults(page)).toEqual([]);
  await expect(tell).toContainText(/Even 12 mounts of 8 passes would not separate/);
  await page.getByRole('button', { name: 'Put it into the text' }).click();
  await expect(page.getByText('In the summary. Write shows it.')).toBeVisible();
  const draft = await page.request.get(`${app.url}/round-ups/1/verdict/report`);
  expect(await draft.text()).toMatch(
    /Tramontana against Galerna Twin at 33\.0 dB\(A\): \d\.\d ± \d\.\d K apart \(a tie\)/,
  );
  // No page is wider than a phone.
  await page.setViewportSize({ width: 360, height: 800 });
  for (const path of [
    'curves/pair',
    'curves/ways',
    'curves/beyond',
    'curves/side',
    'verdict',
    'verdict/fits',
  ]) {
    await page.goto(`${app.url}/round-ups/1/${path}`);
    await expect(pages(page)).toBeVisible();
    await page.waitForLoadState('networkidle');
    expect(await page.evaluate(() => document.documentElement.scrollWidth), path).toBeLessThanOrEqual(360);
  }

  await page.goto(`${app.url}/round-ups/1/curves/beyond?line=5&load=nonsense`);
  await expect(page.getByText('No entry can be ranked at this level and load')).toBeVisible();
});

test('ways to compare as lines that cross, and a machine that goes from reader to reader by its address', async ({
  page,
}) => {
  await page.goto(`${app.url}/round-ups/1/curves`);
  await pages(page).getByRole('link', { name: 'Ways to compare' }).click();
  const picture = page.getByRole('region', { name: 'Places by every way' });
  await expect(picture).toContainText('full speed');
  await expect(picture.locator('[title^="Cierzo 240 at full speed: place 2"]')).toBeVisible();
  const speed = page.getByLabel('Speed, rpm');
  await speed.fill('900');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/rpm=900/);
  await expect(picture.locator('[title^="Jaloque 360 at 900 rpm"]')).toBeVisible();
  await page.getByLabel('Way of the bars').selectOption('quietest');
  await expect(page.getByText(/Filled: die, rise, from 0 K/)).toBeVisible();
  await expect(page.getByRole('complementary', { name: 'Where the ways disagree' })).toContainText(
    /Matacabras is .*at equal noise it is not ranked/,
  );
  await picture.getByRole('button', { name: 'Solano' }).click();
  await expect(page).toHaveURL(/pick=solano/);
  await picture.getByRole('button', { name: 'Lebeche 120' }).click();
  const inHand = page.getByRole('region', { name: 'Two in hand' });
  await expect(inHand).toContainText('Solano against Lebeche 120');
  await expect(inHand.locator('dl > div').filter({ hasText: 'at full speed' })).toContainText(
    /\d\.\d ± \d\.\d K warmer/,
  );
  expect(await seriousFaults(page)).toEqual([]);

  // What would end a tie goes on the plan as mounts of those two alone, and is given up there again.
  await page.goto(`${app.url}/round-ups/1/curves/ways?line=38&load=90`);
  const separate = page.getByRole('region', { name: 'To separate' });
  await expect(separate).toContainText(/Measure each with \d+ mounts of 1 pass.*h more at the bench/);
  await separate.getByRole('button', { name: 'Put them on the plan' }).click();
  await expect(
    page.getByText(/^On the plan: \d+ mounts of 1 pass of Galerna Twin and Tramontana/),
  ).toBeVisible();
  await separate.getByRole('link', { name: 'plan' }).click();
  const often = page.getByRole('region', { name: 'Measured more often' });
  await expect(often.getByRole('listitem')).toHaveText([
    /Galerna Twin: \d+ mounts/,
    /Tramontana: \d+ mounts/,
  ]);
  await often.getByRole('button', { name: 'Measure Tramontana as often as all others' }).click();
  await page.getByRole('button', { name: 'Save the plan' }).click();
  await expect(page.getByText('Plan saved')).toBeVisible();
  await page.reload();
  await expect(often.getByRole('listitem')).toHaveText([/Galerna Twin: \d+ mounts/]);

  await page.goto(`${app.url}/round-ups/1/verdict`);
  await expect(
    page.getByRole('heading', { name: /^Jaloque 360 leads at 33\.0 dB\(A\), 2\.\d ± \d\.\d K/ }),
  ).toBeVisible();
  await pages(page).getByRole('link', { name: 'What fits' }).click();
  const fits = page.getByRole('region', { name: 'What fits' });
  await expect(fits.getByRole('status')).toContainText(/fits?/);
  await page.getByLabel('Heat').fill('150');
  await page.getByLabel('Heat').blur();
  await expect(page).toHaveURL(/watts=150/);
  await page.getByLabel('Money').fill('50');
  await expect(page).toHaveURL(/budget=50/);
  await expect(page.locator('tr[data-entry="jaloque-360"]')).toContainText('89.00 EUR over the budget');
  await page.getByLabel('Money').fill('');
  await expect(page).not.toHaveURL(/budget/);
  await expect(page.locator('tr[data-entry="jaloque-360"]')).not.toContainText('budget');
  await page.locator('tr[data-entry="tramontana"]').getByRole('button').click();
  await expect(page.getByRole('img', { name: 'Tramontana drawn to scale in the case' })).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  const other = await page.context().newPage();
  // By the name that the page had before.
  await other.goto(`${app.url}/round-ups/1/verdict/advice?watts=150&noise=25&limit=nonsense&height=-3`);
  await expect(other.locator('tr[data-entry="matacabras"]')).toContainText(
    'its quietest setting is 35.0 dB(A)',
  );
  await expect(other.getByLabel('Limit')).toHaveValue('90');
});

test('what it costs: prices of a day noted, the front told, and a price abroad that needs its rate', async ({
  page,
}) => {
  await page.goto(`${app.url}/round-ups/1/verdict`);
  await page.getByRole('link', { name: 'Value', exact: true }).click();
  const row = (entry: string) => page.locator(`tr[data-entry="${entry}"]`);
  await expect(row('cierzo-240')).toContainText('109.00 USD, 19 Nov 2026, US');
  await expect(page.getByRole('region', { name: 'Value' })).toContainText(/EUR per K/);
  await row('solano').getByRole('button').click();
  const form = page.getByRole('form', { name: 'Prices of Solano' });
  await form.getByRole('button', { name: 'Add a price' }).click();
  await form.getByLabel('Price', { exact: true }).fill('250');
  await form.getByLabel('In', { exact: true }).fill('GBP');
  await form.getByRole('button', { name: 'Save the prices' }).click();
  await expect(row('solano')).toContainText('priced in GBP, and the brief states no rate to EUR');
  await page.goto(`${app.url}/round-ups/1/brief`);
  await page.getByText('The rest of the method, with its reasons').click();
  await page.getByRole('button', { name: 'Add a currency' }).click();
  await page.getByLabel('One', { exact: true }).last().fill('GBP');
  await page.getByLabel('is worth').last().fill('1.2');
  await page.getByRole('button', { name: 'Save the brief' }).click();
  await expect(page.getByText('Brief saved')).toBeVisible();
  await page.goto(`${app.url}/round-ups/1/verdict/value`);
  await expect(row('solano')).toContainText('300.00');
  await expect(page.getByRole('region', { name: 'Value' })).toContainText(
    /Solano, 300\.00 EUR: clearly beaten by/,
  );
  expect(await seriousFaults(page)).toEqual([]);
  await page.setViewportSize({ width: 390, height: 844 });
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test('for whom it fits: who is left out and why, none left told, and all taken again', async ({ page }) => {
  await page.goto(`${app.url}/round-ups/1/verdict`);
  await page.getByRole('link', { name: 'Rank only what fits a machine' }).click();
  await page.getByLabel('Height').fill('160');
  await expect(page).toHaveURL(/height=160/);
  await page.getByText('Socket, fan thickness and radiator').click();
  await page.getByLabel('Fan thickness').fill('20');
  await expect(page).toHaveURL(/thick=20/);
  await expect(page.locator('tr[data-entry="tramontana"]')).toContainText('168 mm tall, 8 mm too tall');
  await page.getByLabel('Fan thickness').fill('');
  await expect(page).not.toHaveURL(/thick/);
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByRole('link', { name: 'Rank only what fits' }).click();
  await expect(page.locator('[data-left-out="tramontana"]')).toContainText('168 mm tall, 8 mm too tall');
  await expect(page.getByRole('status').filter({ hasText: 'Only what fits' })).toContainText(
    / entry of 8, for 170 W in 23 °C with a limit of 90 °C, a height of 160 mm/,
  );
  expect((await order(page)).includes('tramontana')).toBe(false);
  await page.goto(`${page.url()}&socket=none`);
  await expect(page.getByText('No entry fits this machine.')).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByRole('link', { name: 'Rank all', exact: true }).click();
  await expect(page).not.toHaveURL(/height/);
  await expect(page.locator('tr[data-entry="tramontana"]')).toBeVisible();
  await expect(page.locator('tr[data-entry="terral-slim"]')).toContainText(
    /1\d\d W sustained, \d,?\d{3} MHz, at the limit after/,
  );
});

test('weights move the first place, and weights of nothing say so; a grid that is none says what to measure', async ({
  page,
}) => {
  await page.goto(`${app.url}/round-ups/1/curves?against=rpm`);
  await expect(page.locator('[data-wall="lebeche-120"]')).toHaveCount(1);
  await expect(page.getByRole('region', { name: 'Walls' })).toContainText(
    /Lebeche 120: \d\d\.\d ± \d+\.\d K/,
  );
  await page.goto(`${app.url}/round-ups/1/curves`);
  // Two mounts each tell no crossing by themselves.
  await expect(page.getByText(/Places 2 to 4 are a tie/)).toBeVisible();
  await expect(page.locator('[data-crossing]')).toHaveCount(0);
  await pages(page).getByRole('link', { name: 'Beyond the line' }).click();
  await page.getByRole('link', { name: 'Weights' }).click();
  await expect.poll(() => order(page).then(([first]) => first)).toBe('tramontana');
  await expect(page.getByRole('region', { name: 'Where it flips' })).toContainText(
    'draws level with that of',
  );
  for (const line of ['170 W, 28.0 dB(A)', '90 W, 28.0 dB(A)', '90 W, 33.0 dB(A)']) {
    await page.getByLabel(`Weight of ${line}`).fill('0');
    await page.keyboard.press('Enter');
    await expect(page.getByLabel(`Weight of ${line}`)).toHaveValue('0');
  }
  await expect.poll(() => order(page).then(([first]) => first)).toBe('jaloque-360');
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByLabel('Weight of 170 W, 33.0 dB(A)').fill('0');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'sum to nothing' })).toBeVisible();
  await page.getByRole('button', { name: 'All alike' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'sum to nothing' })).toHaveCount(0);
  // Where heatsinks and fans were not crossed the grid is not offered, and says what it needs.
  await expect(page.getByRole('link', { name: 'Heatsinks and fans' })).toHaveCount(0);
  await page.goto(`${app.url}/round-ups/1/curves/grid`);
  await expect(page.getByRole('alert').filter({ hasText: /pieces|two heatsinks/ })).toBeVisible();
});

test('a response that is better higher is judged in its own unit', async ({ page }) => {
  await page.goto(`${app.url}/round-ups/1/curves/beyond?load=170&line=33&what=clock`);
  await expect(page.getByRole('columnheader', { name: /^At the line.*clock held, MHz/ })).toBeVisible();
  await expect(page.getByRole('columnheader', { name: /watts per kelvin/ })).toHaveCount(0);
  await expect(page.getByRole('region', { name: /^Where ± of/ })).toContainText('MHz');
  await page.getByRole('button', { name: /^Over 28 to 38 dB/ }).click();
  await expect(page.getByText(/Mean of Clock held from 28 to 38 dB\(A\)/)).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
});
