import { expect, test } from '@playwright/test';
import { zipSync } from 'fflate';
import { Client } from 'pg';
import { seededChance } from '../../src/simulator/random';
import { ask, startApplication, type Application } from '../support/application';
import { smallBundle } from '../support/bundles';
import { allHandlers, hostileRequest } from '../support/hostile/requests';
import { mutated, mutatedText, pick } from '../support/hostile/values';

/** `npm run hostile` makes it longer. */
const TIMES = Number(process.env.HOSTILE ?? 1);
const SEED = Number(process.env.HOSTILE_SEED ?? 20261125);
const REQUESTS = 2000 * TIMES;
const BUNDLES = 100 * TIMES;

let app: Application;
let database: Client;
/** What stands in the lab and must not change by a refusal. Uploads come and go. */
let countSql: string;

test.beforeAll(async () => {
  app = await startApplication();
  database = new Client({ connectionString: app.databaseUrl });
  await database.connect();
  const { rows } = await database.query<{ name: string }>(
    `SELECT quote_ident(tablename) AS name FROM pg_tables
     WHERE schemaname = 'public' AND tablename !~ '^(upload|lab_writes|bench_status|schema_)' ORDER BY 1`,
  );
  countSql = `SELECT concat_ws(' ', ${rows.map(({ name }) => `'${name}', (SELECT count(*) FROM ${name})`).join(', ')}) AS n`;
});

test.afterAll(async () => {
  await database.end();
  await app.stop();
});

const counted = async () => (await database.query<{ n: string }>(countSql)).rows[0]!.n;

async function brought(files: ReadonlyMap<string, Uint8Array>): Promise<Response> {
  const { id } = (await (await ask(`${app.url}/api/uploads`, { method: 'POST' })).json()) as { id: string };
  const body = Buffer.from(zipSync(Object.fromEntries(files), { level: 1 }));
  const sent = await ask(`${app.url}/api/stream/${id}?path=lab.zip`, { method: 'PUT', body });
  expect(sent.status).toBe(200);
  return ask(`${app.url}/api/uploads/${id}/import`, { method: 'POST' });
}

test('requests that nobody means: no handler fails, and what is refused has changed nothing', async () => {
  test.setTimeout(200_000 * Math.max(1, TIMES));
  const chance = seededChance(SEED);
  for (let i = 0; i < 2; i += 1) expect((await brought(smallBundle())).status).toBe(200);
  const { id: uploadId } = (await (await ask(`${app.url}/api/uploads`, { method: 'POST' })).json()) as { id: string };
  const handlers = allHandlers().filter((of) => !(of.method === 'GET' && of.path.endsWith('/bench')));
  expect(handlers.length).toBeGreaterThan(20);
  let before = await counted();
  const failures: string[] = [];
  const statuses = new Map<number, number>();
  for (let i = 0; i < REQUESTS; i += 1) {
    const { handler, path, init } = hostileRequest(chance, handlers[i % handlers.length]!, uploadId);
    const answer = await ask(app.url + path, init);
    const said = await answer.text();
    statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1);
    const now = await counted();
    const told = `${handler.method} ${path} ${String(init.body).slice(0, 400)} → ${answer.status} ${said.slice(0, 200)}`;
    if (answer.status >= 500) failures.push(told);
    else if (answer.status >= 400 && now !== before) failures.push(`refused and written: ${told}`);
    before = now;
  }
  expect(failures.slice(0, 12)).toEqual([]);
  // A campaign that is refused at the door tries nothing.
  expect((statuses.get(200) ?? 0) / REQUESTS).toBeGreaterThan(0.1);
  expect((statuses.get(422) ?? 0) / REQUESTS).toBeGreaterThan(0.2);
  for (const path of ['/', '/round-ups/1/curves', '/round-ups/1/verdict', '/round-ups/2/plan', '/round-ups/1/line-up'])
    expect([path, (await fetch(app.url + path)).status]).toEqual([path, 200]);
}); // prettier-ignore

test('bundles that nobody means: refused in words with nothing written, or taken, shown, given back and taken again', async () => {
  test.setTimeout(200_000 * Math.max(1, TIMES));
  const chance = seededChance(SEED + 1);
  const sound = smallBundle();
  const failures: string[] = [];
  let taken = 0;
  for (let i = 0; i < BUNDLES; i += 1) {
    const files = new Map(sound);
    const path = pick(chance, ['datapackage.json', 'datapackage.json', 'entries.csv', 'runs.csv', 'runs.csv', 'traces/1.csv']);
    const text = new TextDecoder().decode(sound.get(path));
    const changed = path.endsWith('.json') ? JSON.stringify(mutated(chance, JSON.parse(text))) : mutatedText(chance, text);
    files.set(path, new TextEncoder().encode(changed));
    const before = await counted();
    const answer = await brought(files);
    const result = (await answer.json().catch(() => ({}))) as { roundUpId?: number; problems?: { message: string }[] };
    const told = `bundle ${i}, ${path}: ${answer.status} ${JSON.stringify(result).slice(0, 200)} ${changed.slice(0, 500)}`;
    if (answer.status >= 500) failures.push(told);
    else if (!result.roundUpId) {
      if ((await counted()) !== before) failures.push(`refused and written: ${told}`);
      if (!result.problems?.[0]?.message && !(answer.status >= 400)) failures.push(`without a word: ${told}`);
    } else {
      taken += 1;
      for (const page of ['logbook', 'curves', 'verdict', 'rig', 'line-up', 'brief']) {
        const shown = await fetch(`${app.url}/round-ups/${result.roundUpId}/${page}`, { signal: AbortSignal.timeout(20_000) });
        await shown.text();
        if (shown.status !== 200) failures.push(`${page} of ${told}`);
      }
      // What one bundle brings spoils no export: neither its own, nor those of others on its rig.
      const back = await fetch(`${app.url}/round-ups/${result.roundUpId}/export`);
      const { id } = (await (await ask(`${app.url}/api/uploads`, { method: 'POST' })).json()) as { id: string };
      await ask(`${app.url}/api/stream/${id}?path=lab.zip`, { method: 'PUT', body: Buffer.from(await back.arrayBuffer()) });
      const again = (await (await ask(`${app.url}/api/uploads/${id}/import`, { method: 'POST' })).json()) as { roundUpId?: number };
      if (!again.roundUpId) failures.push(`its export is refused, ${JSON.stringify(again).slice(0, 300)}: ${told}`);
    }
  }
  expect(failures.slice(0, 12)).toEqual([]);
  expect(taken).toBeGreaterThan(BUNDLES / 10);
  expect(taken).toBeLessThan(BUNDLES * 0.7);
}); // prettier-ignore
