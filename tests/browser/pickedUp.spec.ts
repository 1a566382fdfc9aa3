import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { freePort } from '../support/application';
import { lives, Started } from '../support/started';

async function answer(url: string): Promise<{ status: number; seconds: number; text: string }> {
  const began = performance.now();
  const got = await fetch(`${url}/round-ups/1/curves`, { signal: AbortSignal.timeout(30_000) }).then(
    async (response) => ({ status: response.status, text: await response.text() }),
    (error: Error) => ({ status: 0, text: error.message }),
  );
  return { ...got, seconds: (performance.now() - began) / 1000 };
}

const folder = Started.emptyFolder();
let first: Started;

test.describe.configure({ mode: 'serial' });

test.afterAll(async () => {
  first?.end('SIGTERM');
  await first?.ended;
});

test('killed while the cluster is made, the next start begins it anew', async () => {
  const broken = new Started(folder, await freePort());
  const making = () =>
    existsSync(join(folder, 'postgres')) &&
    readdirSync(join(folder, 'postgres')).some((name) => name.startsWith('making.'));
  await expect.poll(making, { intervals: [20] }).toBe(true);
  broken.end('SIGKILL');
  await broken.ended;
  expect(existsSync(join(folder, 'postgres', 'cluster'))).toBe(false);
  first = new Started(folder, await freePort());
  await expect.poll(() => first.isReady).toBe(true);
  expect(first.out.trim()).toBe(first.url);
  expect((await answer(first.url)).status).toBe(200);
  // What the lab keeps is its owner's alone; the cluster's folder lets in its server and nobody else.
  const kept = readdirSync(folder, { withFileTypes: true });
  expect(kept.filter((dirent) => dirent.isFile()).length).toBeGreaterThan(3);
  const open = kept.filter(({ name }) => (statSync(join(folder, name)).mode & 0o077) !== 0);
  expect(open.map(({ name }) => name)).toEqual(process.getuid!() === 0 ? [] : ['postgres']);
});

test('a second start says where the first answers, and changes nothing', async () => {
  const before = first.kept;
  const second = new Started(folder, await freePort());
  expect(await second.ended).toBe(1);
  expect(second.out.trim()).toBe(first.url);
  expect(second.said).toContain(`already running for ${folder}`);
  expect(first.kept).toEqual(before);
  expect((await answer(first.url)).status).toBe(200);
});

for (const name of ['PostgreSQL', 'the simulated rig', 'the bench process', 'the web server'] as const) {
  test(`${name} killed is brought back, and pages with it`, async () => {
    const before = first.kept.find((other) => other.name === name)!.pid;
    first.signal(name, 'SIGKILL');
    await expect.poll(() => first.said).toContain(`${name} ended by SIGKILL; it is started again`);
    await expect.poll(() => first.kept.find((other) => other.name === name)?.pid ?? before).not.toBe(before);
    await expect.poll(async () => (await answer(first.url)).status).toBe(200);
  });
}

test('PostgreSQL frozen: the page says so within five seconds and comes back by itself', async ({ page }) => {
  await page.goto(`${first.url}/round-ups/1/curves`);
  // The one that was killed before may have been told of, too.
  const told = () => first.said.match(/the database does not answer; pages say so/g)?.length ?? 0;
  const before = told();
  first.signal('PostgreSQL', 'SIGSTOP');
  try {
    const { text, seconds } = await answer(first.url);
    expect(text).toContain('DATABASE_AWAY');
    expect(seconds).toBeLessThan(5);
    await page.goto(`${first.url}/round-ups/1/curves`);
    await expect(page.getByRole('heading', { name: 'The database does not answer' })).toBeVisible({
      timeout: 8000,
    });
  } finally {
    first.signal('PostgreSQL', 'SIGCONT');
  }
  await expect(page.getByRole('slider', { name: 'Noise line' })).toBeVisible();
  expect(told()).toBe(before + 1);
});

test('frozen rig, bench process and web server are ended and brought back', async () => {
  const names = ['the simulated rig', 'the bench process', 'the web server'] as const;
  for (const name of names) first.signal(name, 'SIGSTOP');
  for (const name of names)
    await expect.poll(() => first.said).toContain(`${name} stopped responding and was ended`);
  await expect.poll(async () => (await answer(first.url)).status).toBe(200);
});

test('the terminal is gone: what falls is brought back all the same', async () => {
  first.hangUp();
  for (const name of ['the simulated rig', 'the bench process', 'the web server'] as const) {
    const before = first.kept.find((other) => other.name === name)!.pid;
    first.signal(name, 'SIGKILL');
    await expect.poll(() => first.kept.find((other) => other.name === name)?.pid ?? before).not.toBe(before);
  }
  await expect.poll(async () => (await answer(first.url)).status).toBe(200);
});

test('after a kill of start nothing is left but PostgreSQL, which the next start ends by its number', async () => {
  const kept = first.kept;
  const database = kept.find((other) => other.name === 'PostgreSQL')!.pid;
  first.end('SIGKILL');
  await first.ended;
  await expect
    .poll(() => kept.filter((other) => lives(other.pid)).map((other) => other.pid))
    .toEqual([database]);
  const port = Number(new URL(first.url).port);
  first = new Started(folder, port);
  await expect.poll(() => first.isReady).toBe(true);
  expect(first.said).toContain(
    `ending PostgreSQL, left over from a start that was killed (process ${database})`,
  );
  expect(lives(database)).toBe(false);
  const now = first.kept;
  first.end('SIGTERM');
  expect(await first.ended).toBe(143);
  expect(now.filter((other) => lives(other.pid))).toEqual([]);
  expect(readdirSync(folder)).not.toContain('lock');
});

test('a data folder that cannot be written is told in words', async () => {
  const start = new Started('/proc/abanico', await freePort());
  expect(await start.ended).toBe(1);
  expect(start.said).toContain('nothing can be written in /proc/abanico (the data folder)');
  expect(start.out).toBe('');
});
