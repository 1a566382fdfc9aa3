import { chromium, type Page } from '@playwright/test';
import { importBundle } from '../../src/lab/bring/importBundle';
import { closePool } from '../../src/database/pool';
import { demoBundle } from '../../demo/generators/demoBundle';
import { asBytes } from '../../demo/generators/demoFiles';
import { startApplication } from '../support/application';
import { freshDatabase } from '../support/database';
import { percentile, type Figure } from './figure';
import { headless } from '../../scripts/chromium.mjs';

const TIMES = 5;
const PHONE = {
  viewport: { width: 390, height: 844 },
  isMobile: true,
  userAgent: 'Mozilla/5.0 (Linux; Android 14) AppleWebKit/537.36 (KHTML, like Gecko) Mobile Safari/537.36',
};
/** A phone of the middle class against this machine's processor. */
const SLOWER = 4;
const MOST_MS = 300;
/** What is under way so long is felt, ms. */
const LONG_MS = 50;

/** How long the page answered nobody from its first paint on: what its long tasks took beyond 50 ms, and the longest of them. */
async function blocked(page: Page, url: string): Promise<{ sum: number; longest: number }> {
  await page.addInitScript(() => {
    const tasks: number[] = ((window as unknown as { tasks: number[] }).tasks = []);
    new PerformanceObserver((list) =>
      tasks.push(...list.getEntries().map(({ duration }) => duration)),
    ).observe({
      type: 'longtask',
      buffered: true,
    });
  });
  const session = await page.context().newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  await page.goto(url, { waitUntil: 'networkidle' });
  await page.waitForTimeout(1500);
  const tasks = await page.evaluate(() => (window as unknown as { tasks: number[] }).tasks);
  return {
    sum: tasks.reduce((sum, ms) => sum + Math.max(0, ms - LONG_MS), 0),
    longest: Math.max(0, ...tasks),
  };
}

/** Blocking of pages at their first load on a throttled phone, the demo's coolers; baseline: a page of a sentence. */
export async function benchPhone(): Promise<Figure[]> {
  const database = await freshDatabase();
  process.env.DATABASE_URL = database.url;
  const imported = await importBundle(asBytes(demoBundle(7)));
  if (!imported.imported) throw new Error(JSON.stringify(imported.problems[0]));
  await closePool();
  const app = await startApplication({ databaseUrl: database.url });
  const browser = await chromium.launch(headless);
  const base = `${app.url}/round-ups/${imported.roundUpId}`;
  const time = async (path: string) => {
    const sums: number[] = [];
    const longest: number[] = [];
    for (let i = 0; i < TIMES; i += 1) {
      const context = await browser.newContext({ ...PHONE });
      const found = await blocked(await context.newPage(), path);
      sums.push(found.sum);
      longest.push(found.longest);
      await context.close();
    }
    return { sum: percentile(sums, 0.5), longest: percentile(longest, 0.5) };
  };
  const bare = await time(`${base}/no-such-page`);
  const figures: Figure[] = [];
  for (const name of ['curves', 'logbook', 'verdict', 'line-up']) {
    const { sum, longest } = await time(`${base}/${name}`);
    figures.push({
      what: `blocking of ${name} on a phone, processor ${SLOWER} times slower`,
      measured: `${sum.toFixed(0)} ms in all, ${longest.toFixed(0)} ms the longest task`,
      baseline: `a page of a sentence, ${bare.sum.toFixed(0)} ms`,
      budget: `${MOST_MS} ms`,
      held: sum <= MOST_MS,
    });
  }
  await browser.close();
  await app.stop();
  await database.drop();
  return figures;
}
