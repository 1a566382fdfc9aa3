import { spawn } from 'node:child_process';
import { expect, test, type Page } from '@playwright/test';
import { Actions } from '../support/actions';
import { type Application, startApplication } from '../support/application';
import { seriousFaults } from '../support/axe';
import { program } from '../../src/lab/work/program';

let app: Application;

test.beforeAll(async () => {
  app = await startApplication();
  const loaded = spawn('node', program('prepare'), {
    env: { ...process.env, DATABASE_URL: app.databaseUrl },
    stdio: 'ignore',
  });
  expect(await new Promise((resolve) => loaded.once('exit', resolve))).toBe(0);
});

test.afterAll(async () => app?.stop());

const TOWERS = 1;
const FANS = 3;
const CASES = 4;
const GRID = 5;

const heading = (page: Page, name: RegExp) => expect(page.getByRole('heading', { name })).toBeVisible();
/** What fits of the towers: from Curves by the rail and the second line. */
async function whatFits(act: Actions) {
  await act.follow(/^Verdict/);
  await act.follow('What fits');
}

/** What readers ask, from a round-up's first page, and where the answer is read. */
const QUESTIONS: [string, number, (act: Actions, page: Page) => Promise<unknown>][] = [
  [
    'is this one better?',
    TOWERS,
    async (act, page) => {
      await act.follow('Head to head');
      await act.choose('better than this', 'solano');
      await act.choose('Is this', 'tramontana');
      await heading(page, /^Tramontana is ahead at 33\.0 dB\(A\), by \d\.\d ± \d\.\d K/);
    },
  ],
  [
    'is the second fan worth it?',
    GRID,
    async (act, page) => {
      await act.follow('Head to head');
      const row = page.getByRole('listitem').filter({ hasText: 'two fans for one fan' }).first();
      await expect(row).toContainText(/\+18\.40 EUR.*a tie/);
    },
  ],
  [
    'the best for 60?',
    TOWERS,
    async (act, page) => {
      await whatFits(act);
      await act.fill('Money', '60');
      await heading(page, /Lebeche 120 is the coolest/);
    },
  ],
  [
    'what fits 155 mm with tall memory?',
    TOWERS,
    async (act, page) => {
      await whatFits(act);
      await act.fill('Height', '155');
      await act.fill('Memory', '45');
      await expect(page.locator('tr[data-entry="tramontana"]')).toContainText('168 mm tall, 13 mm too tall');
    },
  ],
  [
    'where does more fan stop helping?',
    TOWERS,
    async (act, page) => {
      await act.follow('Beyond the line');
      const knees = page.getByRole('region', { name: 'Where more noise buys little' });
      await expect(knees).toContainText(/no longer past about \d\d dB\(A\)/);
    },
  ],
  [
    'will it hold 125 W in a room of 28 °C?',
    TOWERS,
    async (act, page) => {
      await whatFits(act);
      await act.fill('Heat', '125');
      await act.fill('Room', '28');
      await expect(page).toHaveURL(/room=28/);
      await expect(page.locator('tr[data-entry="solano"]')).toContainText(/fits.*\d\d ± \d\.\d/s);
    },
  ],
  [
    'which of them keeps the clock?',
    TOWERS,
    async (act, page) => {
      await act.choose('What is compared', 'clock');
      await expect(page.locator('tr[data-entry="terral-slim"]')).toContainText(/\d{4}/);
    },
  ],
  [
    'how loud is each at full speed?',
    TOWERS,
    async (act, page) => {
      await act.follow('Ways to compare');
      await expect(page.locator('li[data-entry="jaloque-360"]')).toContainText('44.9');
    },
  ],
  [
    'which layout for the graphics card?',
    CASES,
    async (act, page) => {
      await act.choose('What is compared', 'gpu-rise');
      await expect(page.locator('tr[data-entry]').first()).toContainText('From below, for the card');
    },
  ],
  [
    'which fan is quieter at equal air?',
    FANS,
    async (act, page) => {
      await act.follow('Beyond the line');
      await act.press(/As much air as the control/);
      await expect(page.locator('tr[data-entry]').first()).toContainText(/Galope 120 Aero.*under 25\.\d/s);
    },
  ],
];

for (const [question, roundUp, answer] of QUESTIONS)
  test(`from a round-up’s first page, in at most four actions: ${question}`, async ({ page }) => {
    await page.goto(`${app.url}/round-ups/${roundUp}`);
    await page.waitForURL(/curves/);
    await expect(page.locator('fieldset.waking-page:disabled')).toHaveCount(0);
    const act = new Actions(page);
    await answer(act, page);
    expect(act.count).toBeLessThanOrEqual(4);
  });

const PAGES = [
  ...['', 'bring', 'cases', 'search?q=tram'].map((path) => `/${path}`),
  ...['brief', 'line-up', 'line-up/plates', 'rig', 'plan', 'bench', 'logbook', 'curves'],
  ...['pair', 'ways', 'beyond', 'side', 'sound', 'weights'].map((path) => `curves/${path}`),
  ...['verdict', ...['value', 'fits', 'write', 'versions', 'plates'].map((path) => `verdict/${path}`)],
].map((path) => (path.startsWith('/') ? path : `/round-ups/${TOWERS}/${path}`));
const OTHER_PAGES = [
  ...['curves/air', 'curves', 'brief'].map((path) => `/round-ups/${FANS}/${path}`),
  ...['curves', 'line-up', 'verdict'].map((path) => `/round-ups/${CASES}/${path}`),
  ...['curves/grid', 'curves/beyond'].map((path) => `/round-ups/${GRID}/${path}`),
  ...['rig/watch', 'rig/bridge', 'curves/rigs'].map((path) => `/round-ups/6/${path}`),
];

test.describe.parallel('every page', () => {
  // A screen of another day than the server's, too: what differs between them is drawn twice.
  for (const [width, theme, timezoneId] of [
    [1280, 'light', 'Pacific/Auckland'],
    [360, 'dark', 'America/Los_Angeles'],
  ] as const)
    test.describe(theme, () => {
      test.use({ timezoneId, viewport: { width, height: 800 }, colorScheme: theme });
      test(`wakes without an error, has no serious fault and is no wider than its screen, at ${width} px`, async ({
        page,
      }) => {
        const faults: string[] = [];
        const titles = new Map<string, string>();
        let path = '';
        page.on('pageerror', (error) => faults.push(`${path}: ${error.message}`));
        for (path of [...PAGES, ...OTHER_PAGES]) {
          await page.goto(`${app.url}${path}`);
          for (const fault of await seriousFaults(page)) faults.push(`${path}: ${fault}`);
          // In the other theme it has other colours, and nothing else: looked at on a desk.
          if (width === 1280) {
            await page.emulateMedia({ colorScheme: theme === 'light' ? 'dark' : 'light' });
            for (const fault of await seriousFaults(page, ['color-contrast']))
              faults.push(`${path}, other theme: ${fault}`);
            await page.emulateMedia({ colorScheme: theme });
          }
          const wide = await page.evaluate(() => document.documentElement.scrollWidth);
          if (wide > width) faults.push(`${path} is ${wide} px wide`);
          // Open beside one another, pages are told apart by their titles.
          const title = await page.title();
          const same = titles.get(title);
          if (same !== undefined) faults.push(`${path} is titled “${title}”, as is ${same}`);
          titles.set(title, path);
        }
        expect(faults).toEqual([]);
      });
    });
});
