import { expect, test } from '@playwright/test';
import { Client } from 'pg';
import { demoBundle } from '../../demo/generators/demoBundle';
import { asBytes } from '../../demo/generators/demoFiles';
import { ask, importAsNew, startApplication, upload } from '../support/application';
import { smallBundle } from '../support/bundles';
import { freshDatabase } from '../support/database';
import { PrivatePostgres } from '../support/privatePostgres';

async function query<R extends Record<string, unknown>>(url: string, sql: string): Promise<R[]> {
  const client = new Client({ connectionString: url });
  await client.connect();
  return client
    .query<R>(sql)
    .then(({ rows }) => rows)
    .finally(() => client.end());
}

const COUNT = `SELECT (SELECT count(*) FROM round_ups)::int AS "roundUps", (SELECT count(*) FROM runs)::int AS runs,
                      (SELECT count(*) FROM entries)::int AS entries, (SELECT count(*) FROM rigs)::int AS rigs`;

test('killed in the middle of an import nothing is half-written, and the import goes through afterwards', async () => {
  const database = await freshDatabase();
  const first = await startApplication({ databaseUrl: database.url });
  const id = await upload(first.url, asBytes(demoBundle(7)));
  const broken = importAsNew(first.url, id).catch(() => null);
  // In the middle: the transaction has begun to write.
  await expect
    .poll(
      async () =>
        (
          await query<{ n: number }>(
            database.url,
            `SELECT count(*)::int AS n FROM pg_stat_activity WHERE datname = current_database() AND state <> 'idle' AND query LIKE 'INSERT INTO %' AND pid <> pg_backend_pid()`,
          )
        )[0]!.n,
      { intervals: [20], timeout: 30_000 },
    )
    .toBeGreaterThan(0);
  await first.kill();
  await broken;
  expect(await query(database.url, COUNT)).toEqual([{ roundUps: 0, runs: 0, entries: 0, rigs: 0 }]);
  const second = await startApplication({ databaseUrl: database.url });
  const again = await importAsNew(second.url, id);
  expect(again.status).toBe(200);
  expect(await query(database.url, COUNT)).toMatchObject([{ roundUps: 1, runs: 168 }]);
  await second.stop();
  await database.drop();
});

test('a browser closed in the middle of an upload leaves nothing to see', async () => {
  const app = await startApplication();
  const { id } = (await (await ask(`${app.url}/api/uploads`, { method: 'POST' })).json()) as { id: string };
  const abort = new AbortController();
  const body = new ReadableStream({
    async pull(controller) {
      controller.enqueue(new Uint8Array(2 ** 20).fill(48));
      await new Promise((resolve) => setTimeout(resolve, 50));
    },
  });
  const sending = ask(`${app.url}/api/stream/${id}?path=log.csv`, {
    method: 'PUT',
    body,
    signal: abort.signal,
    duplex: 'half',
  } as RequestInit);
  setTimeout(() => abort.abort(), 600);
  await expect(sending).rejects.toThrow();
  const left = `SELECT count(*)::int AS n FROM upload_files`;
  await expect.poll(async () => (await query<{ n: number }>(app.databaseUrl, left))[0]!.n).toBe(0);
  await app.stop();
});

test('a full disk is told plainly, and the run stays as it was', async () => {
  const app = await startApplication();
  const id = await upload(app.url, smallBundle());
  const { roundUpId } = (await (await importAsNew(app.url, id)).json()) as { roundUpId: number };
  const [run] = await query<{ id: number }>(app.databaseUrl, `SELECT id FROM runs WHERE label = '1'`);
  // What PostgreSQL answers when it can write no more.
  await query(
    app.databaseUrl,
    `CREATE FUNCTION full_disk() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN
       RAISE EXCEPTION 'could not extend file: No space left on device' USING ERRCODE = '53100'; END $$;
     CREATE TRIGGER full_disk BEFORE INSERT ON changes FOR EACH ROW EXECUTE FUNCTION full_disk()`,
  );
  const answer = await ask(`${app.url}/api/round-ups/${roundUpId}/runs/${run!.id}`, {
    method: 'PATCH',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ version: 1, changes: { note: 'no room for this' } }),
  });
  expect(answer.status).toBe(507);
  expect(((await answer.json()) as { message: string }).message).toContain('disk is full');
  expect(await query(app.databaseUrl, `SELECT version, note FROM runs WHERE id = ${run!.id}`)).toEqual([
    { version: 1, note: '' },
  ]);
  const large = await ask(`${app.url}/api/round-ups/${roundUpId}/runs/${run!.id}`, {
    method: 'PATCH',
    headers: { 'content-type': 'application/json' },
    body: 'x'.repeat(300_000),
  });
  expect(large.status).toBe(413);
  await app.stop();
});

test('PostgreSQL away for ten seconds: the page says so, keeps what was typed, and comes back by itself', async ({
  page,
}) => {
  const postgres = new PrivatePostgres('test-steady');
  try {
    const database = await freshDatabase(postgres.url);
    const app = await startApplication({ databaseUrl: database.url });
    const id = await upload(app.url, smallBundle());
    await importAsNew(app.url, id);
    await page.goto(`${app.url}/round-ups/1/logbook`);
    await page.locator('[data-run="1"]').getByRole('link').first().click();
    await page.getByRole('button', { name: 'Note' }).click();
    await page.getByLabel('Note').fill('the pump ticked');
    postgres.stop();
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByText(/database does not answer/)).toBeVisible();
    await expect(page.getByLabel('Note')).toHaveValue('the pump ticked');
    const other = await page.context().newPage();
    await other.goto(`${app.url}/round-ups/1/curves`);
    await expect(other.getByRole('heading', { name: 'The database does not answer' })).toBeVisible();
    await other.waitForTimeout(10_000);
    postgres.start();
    await expect(other.getByRole('slider', { name: 'Noise line' })).toBeVisible();
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByText('Note of run 1 saved')).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByText('Run 1 is as it was')).toBeVisible();
    await app.stop();
  } finally {
    postgres.stop();
  }
});
