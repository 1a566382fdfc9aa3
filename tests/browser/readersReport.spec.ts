import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { expect, test, type Browser, type Page } from '@playwright/test';
import { demoBundle } from '../../demo/generators/demoBundle';
import { asBytes } from '../../demo/generators/demoFiles';
import { bundleReport } from '../../src/lab/report/bundleReport';
import { Actions } from '../support/actions';
import { seriousFaults } from '../support/axe';
import { smallBundle } from '../support/bundles';

const folder = mkdtempSync(join(tmpdir(), 'abanico-readers-'));
const at: Record<'towers' | 'hostile' | 'one', string> = { towers: '', hostile: '', one: '' };

/** What a product might be called by somebody who means harm. */
const EVIL = `</script><img src=x onerror="window.harmed=1"><script>window.harmed=1</script>`;

async function write(name: keyof typeof at, files: ReadonlyMap<string, Uint8Array>) {
  const path = join(folder, `${name}.html`);
  writeFileSync(path, (await bundleReport(new Map(files))).html);
  at[name] = pathToFileURL(path).href;
}

test.beforeAll(async () => {
  await write('towers', asBytes(demoBundle(7)));
  await write(
    'hostile',
    smallBundle((files) => {
      const entries = files.get('entries.csv')!.split('\n');
      const quoted = `"${EVIL.replaceAll('"', '""')}"`;
      files.set(
        'entries.csv',
        entries.map((row, i) => (i === 0 ? row : row.replace(/^([^,]*),[^,]*/, `$1,${quoted}`))).join('\n'),
      );
    }),
  );
  await write(
    'one',
    smallBundle((files) => {
      const [head, first] = files.get('entries.csv')!.split('\n');
      files.set('entries.csv', `${head}\n${first}\n`);
      const own = first!.split(',')[0]!;
      const [runs, ...rows] = files.get('runs.csv')!.split('\n');
      files.set('runs.csv', [runs, ...rows.filter((row) => row.split(',')[1] === own)].join('\n'));
    }),
  );
});

/** The file as it is opened from a disk, without any network. */
async function opened(browser: Browser, url: string, more: Parameters<Browser['newContext']>[0] = {}) {
  const context = await browser.newContext({ offline: true, ...more });
  const page = await context.newPage();
  const wrong: string[] = [];
  page.on('pageerror', (error) => wrong.push(String(error)));
  page.on('console', (message) => message.type() === 'error' && wrong.push(message.text()));
  page.on('request', (request) => /^(file|data):/.test(request.url()) || wrong.push(request.url()));
  await page.goto(url);
  return { page, wrong, close: () => context.close() };
}

/** Its slider: a report unpacks its figures first, and then what can be asked comes into the page whole. */
async function answering(page: Page) {
  const slider = page.getByRole('slider', { name: 'Noise line' });
  await expect(slider).toBeVisible();
  return slider;
}

const row = (page: Page, name: string) => page.locator('.ask-row').filter({ hasText: name });
const answer = (page: Page) => page.getByRole('status');
const fit = (page: Page, entry: string) => page.locator(`[data-fit="${entry}"]`);

/** What readers ask under every review, and where the file answers. */
const QUESTIONS: [string, (act: Actions, page: Page) => Promise<unknown>][] = [
  [
    'who is cooler at my noise, 28 dB(A)?',
    async (act, page) => {
      await act.fill('Noise line, dB(A)', '28');
      await expect(answer(page)).toContainText(/170 W\. .*at 28\.0 dB\(A\)/);
      await expect(page.getByText('Jaloque 360: its quietest setting is')).toBeVisible();
    },
  ],
  [
    'and at 90 W?',
    async (act, page) => {
      await act.choose('Load', '90');
      await expect(answer(page)).toContainText('90 W. ');
    },
  ],
  [
    'is the second really worse?',
    async (act, page) => {
      await act.choose('Another', 'galerna-twin');
      await expect(page.locator('#ask-more')).toContainText(
        /Jaloque 360 is ahead at 33\.0 dB\(A\), by \d\.\d ± \d\.\d K/,
      );
    },
  ],
  [
    'what if the fans run full?',
    async (act, page) => {
      await act.choose('Compared', 'full');
      await expect(answer(page)).toContainText('at full speed');
      await expect(page.getByRole('slider')).toHaveCount(0);
    },
  ],
  [
    'at equal speed?',
    async (act, page) => {
      await act.choose('Compared', 'rpm');
      await expect(answer(page)).toContainText(/at \d+ rpm/);
    },
  ],
  [
    'which holds my 230 W in 28 °C?',
    async (act, page) => {
      await act.fill('Heat, W', '230');
      await act.fill('Room, °C', '28');
      await expect(fit(page, 'jaloque-360')).toContainText(
        'measured at 170 W only: 230 W is an extrapolation',
      );
      await expect(fit(page, 'solano')).toContainText('too close to the limit');
      await act.fill('Heat, W', '220');
      await expect(fit(page, 'jaloque-360')).toContainText('Fits');
    },
  ],
  [
    'which goes under my panel of 155 mm?',
    async (act, page) => {
      await act.fill('Height, mm', '155');
      await expect(fit(page, 'tramontana')).toContainText('13 mm too tall');
    },
  ],
  [
    'the best for 60?',
    async (act, page) => {
      await act.fill('Money, EUR', '60');
      await expect(page.locator('#ask-more')).toContainText('Lebeche 120 is the coolest of them.');
    },
  ],
  [
    'who keeps the clock?',
    async (act, page) => {
      await act.choose('Ranked by', 'Clock held');
      await expect(answer(page)).toContainText(/tie|leads|Too close/);
    },
  ],
  [
    'what is that ± made of?',
    async (act, page) => {
      await act.press(/^± .* of Jaloque 360/);
      await expect(row(page, 'Jaloque 360')).toContainText(/%: (remounting|between settings|repeats)/);
    },
  ],
];

for (const [question, find] of QUESTIONS)
  test(`a report from the disk answers in at most three actions: ${question}`, async ({ browser }) => {
    const { page, wrong, close } = await opened(browser, at.towers);
    const act = new Actions(page);
    await find(act, page);
    expect(act.count).toBeLessThanOrEqual(3);
    expect(wrong).toEqual([]);
    await close();
  });

test('the line is dragged and moved by keys, what is chosen stands in the address, and an address opens as it was left', async ({
  browser,
}) => {
  const { page, wrong, close } = await opened(browser, at.towers);
  const slider = await answering(page);
  const places = () => page.locator('.ask-row .place').allTextContents();
  const before = await places();
  const box = (await slider.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x - 60, y, { steps: 4 });
  await page.mouse.up();
  const now = Number(await slider.getAttribute('aria-valuenow'));
  expect(now).toBeLessThan(32);
  await slider.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(slider).toHaveAttribute('aria-valuenow', (now - 0.1).toFixed(1));
  await expect(slider).toBeFocused();
  await page.getByRole('button', { name: 'Leave out Solano' }).click();
  await expect(page).toHaveURL(new RegExp(`#at=${(now - 0.1).toFixed(1)}&without=solano$`));
  expect(await places()).not.toEqual(before);
  const left = await page.locator('#ask').innerText();
  const chosen = page.url();
  await page.getByRole('link', { name: 'The data' }).click();
  await expect(page).toHaveURL(/#data$/);
  expect(await page.locator('#ask').innerText()).toBe(left);
  const again = await opened(browser, chosen);
  await answering(again.page);
  expect(await again.page.locator('#ask').innerText()).toBe(left);
  expect([...wrong, ...again.wrong]).toEqual([]);
  await again.close();
  await close();
});

test('two entries against one another: the picture is on the side of the entry that the words name', async ({
  browser,
}) => {
  const { page, wrong, close } = await opened(browser, at.towers);
  await answering(page);
  const names = await page.locator('[data-key="choice One"]').locator('option').allTextContents();
  const [one, other] = [names[1]!, names[2]!];
  await page.locator('[data-key="choice One"]').selectOption({ label: one });
  await page.locator('[data-key="choice Another"]').selectOption({ label: other });
  await expect(page.getByText(`Left: ${other} is better. Right: ${one} is.`)).toBeVisible();
  const rows = await page.locator('[data-row]').evaluateAll((items) =>
    items.map((item) => ({
      at: Number(item.querySelector('circle')!.getAttribute('cx')),
      width: (item.querySelector('svg') as SVGSVGElement).viewBox.baseVal.width,
      words: item.lastElementChild!.textContent!,
    })),
  );
  const told = rows.filter(({ words }) => !words.startsWith('tie'));
  expect(told.length).toBeGreaterThan(0);
  for (const { at: x, width, words } of told)
    expect([words, x > width / 2]).toEqual([words, words.startsWith(`${one} ahead`)]);
  expect(wrong).toEqual([]);
  await close();
});

test('without script a report has its text, tables and pictures, and nothing that waits for one', async ({
  browser,
}) => {
  const { page, wrong, close } = await opened(browser, at.towers, { javaScriptEnabled: false });
  await expect(page.locator('#ask, #ask-more')).toHaveCount(2);
  for (const part of await page.locator('#ask, #ask-more').all()) await expect(part).toBeHidden();
  await expect(page.locator('table.order').first()).toContainText('Jaloque 360');
  await expect(page.locator('figure svg').first()).toBeVisible();
  expect(wrong).toEqual([]);
  await close();
});

test('a browser that cannot unpack the figures shows the report alone, and no room for them', async ({
  browser,
}) => {
  const page = await (await browser.newContext()).newPage();
  await page.addInitScript(() => Reflect.deleteProperty(window, 'DecompressionStream'));
  await page.goto(at.towers);
  await expect(page.locator('table.order').first()).toBeVisible();
  await expect(page.locator('#ask')).toBeHidden();
  await page.context().close();
});

test('names that mean harm are text, in the file and in what its script makes; one entry alone is answered for', async ({
  browser,
}) => {
  const { page, wrong, close } = await opened(
    browser,
    `${at.hostile}#socket=${encodeURIComponent(EVIL)}&by=${encodeURIComponent(EVIL)}`,
  );
  await expect(page.locator('.ask-row').first()).toContainText('onerror=');
  await page.getByLabel('Heat, W').fill('90');
  await page.locator('[data-key="choice Another"]').selectOption({ index: 1 });
  await page.waitForTimeout(300);
  expect(await page.evaluate(() => 'harmed' in window)).toBe(false);
  expect(await page.locator('img').count()).toBe(0);
  expect(wrong).toEqual([]);
  await close();
  const one = await opened(browser, at.one);
  await expect(answer(one.page)).toContainText(/^.* W\. Only .* can be ranked at/);
  await expect(one.page.getByRole('heading', { name: 'One against another' })).toHaveCount(0);
  expect(one.wrong).toEqual([]);
  await one.close();
});

test('a report is sound to axe and as wide as the screen, by day and night, on a desk and a phone', async ({
  browser,
}) => {
  for (const colorScheme of ['light', 'dark'] as const)
    for (const viewport of [
      { width: 1280, height: 800 },
      { width: 360, height: 740 },
    ]) {
      const { page, close } = await opened(browser, at.towers, { colorScheme, viewport });
      await page.getByRole('button', { name: /^± .* of Jaloque 360/ }).click();
      expect(await seriousFaults(page)).toEqual([]);
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(
        viewport.width,
      );
      await close();
    }
});
