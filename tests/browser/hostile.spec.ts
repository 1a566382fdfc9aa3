import { chromium, expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Client } from 'pg';
import { seededChance } from '../../src/core/statistics/chance';
import { type Application, ask, importAsNew, startWithDatabase, upload } from '../support/application';
import { smallBundle } from '../support/bundles';
import { allHandlers, hostileRequest } from '../support/hostile/requests';
import { mutated, mutatedText, pick } from '../support/hostile/values';
import { headless } from '../../scripts/chromium.mjs';

/** `npm run hostile` makes it longer. */
const TIMES = Number(process.env.HOSTILE ?? 1);
const SEED = Number(process.env.HOSTILE_SEED ?? 20261125);
const REQUESTS = 2000 * TIMES;
const BUNDLES = 100 * TIMES;
const LOGS = 30 * TIMES;

let app: Application;
let database: Client;
let stop: () => Promise<void>;
/** What stands in the lab and must not change by a refusal. Uploads come and go. */
let countSql: string;

test.beforeAll(async () => {
  ({ app, database, stop } = await startWithDatabase());
  const { rows } = await database.query<{ name: string }>(
    `SELECT quote_ident(tablename) AS name FROM pg_tables
     WHERE schemaname = 'public' AND tablename !~ '^(upload|lab_writes|bench_status|schema_)' ORDER BY 1`,
  );
  countSql = `SELECT concat_ws(' ', ${rows.map(({ name }) => `'${name}', (SELECT count(*) FROM ${name})`).join(', ')}) AS n`;
});

test.afterAll(() => stop());

const counted = async () => (await database.query<{ n: string }>(countSql)).rows[0]!.n;

const brought = async (files: ReadonlyMap<string, Uint8Array>): Promise<Response> =>
  importAsNew(app.url, await upload(app.url, files));

test('requests that nobody means: no handler fails, and what is refused has changed nothing', async () => {
  test.setTimeout(200_000 * Math.max(1, TIMES));
  const chance = seededChance(SEED);
  for (let i = 0; i < 2; i += 1) expect((await brought(smallBundle())).status).toBe(200);
  const { id: uploadId } = (await (await ask(`${app.url}/api/uploads`, { method: 'POST' })).json()) as {
    id: string;
  };
  const handlers = allHandlers().filter(
    (allHandler) => !(allHandler.method === 'GET' && allHandler.path.endsWith('/bench')),
  );
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
  const headers = { 'content-type': 'application/json' };
  for (const id of [1, 2])
    await ask(`${app.url}/api/round-ups/${id}`, {
      method: 'PATCH',
      headers,
      body: JSON.stringify({ deleted: false }),
    });
  for (const path of [
    '/',
    '/search?q=%25%00',
    '/round-ups/1/curves',
    '/round-ups/1/verdict',
    '/round-ups/2/plan',
    '/round-ups/1/line-up',
  ])
    expect([path, (await ask(app.url + path)).status]).toEqual([path, 200]);
});

test('bundles that nobody means: refused in words with nothing written, or taken, shown, given back and taken again', async () => {
  test.setTimeout(200_000 * Math.max(1, TIMES));
  const chance = seededChance(SEED + 1);
  const sound = smallBundle();
  const failures: string[] = [];
  let taken = 0;
  for (let i = 0; i < BUNDLES; i += 1) {
    const files = new Map(sound);
    const path = pick(chance, [
      'datapackage.json',
      'datapackage.json',
      'entries.csv',
      'runs.csv',
      'runs.csv',
      'traces/1.csv',
    ]);
    const text = new TextDecoder().decode(sound.get(path));
    const changed = path.endsWith('.json')
      ? JSON.stringify(mutated(chance, JSON.parse(text)))
      : mutatedText(chance, text);
    files.set(path, new TextEncoder().encode(changed));
    const before = await counted();
    const answer = await brought(files);
    const result = (await answer.json().catch(() => ({}))) as {
      roundUpId?: number | undefined;
      problems?: { message: string }[];
    };
    const told = `bundle ${i}, ${path}: ${answer.status} ${JSON.stringify(result).slice(0, 200)} ${changed.slice(0, 500)}`;
    if (answer.status >= 500) failures.push(told);
    else if (!result.roundUpId) {
      if ((await counted()) !== before) failures.push(`refused and written: ${told}`);
      if (!result.problems?.[0]?.message && !(answer.status >= 400)) failures.push(`without a word: ${told}`);
    } else {
      taken += 1;
      for (const page of ['logbook', 'curves', 'verdict', 'rig', 'line-up', 'brief']) {
        const shown = await ask(`${app.url}/round-ups/${result.roundUpId}/${page}`, {
          signal: AbortSignal.timeout(20_000),
        });
        await shown.text();
        if (shown.status !== 200) failures.push(`${page} of ${told}`);
      }
      // What one bundle brings spoils no export: neither its own, nor those of others on its rig.
      const back = await ask(`${app.url}/round-ups/${result.roundUpId}/export`);
      const { id } = (await (await ask(`${app.url}/api/uploads`, { method: 'POST' })).json()) as {
        id: string;
      };
      await ask(`${app.url}/api/stream/${id}?path=lab.zip`, {
        method: 'PUT',
        body: Buffer.from(await back.arrayBuffer()),
      });
      const again = (await (await importAsNew(app.url, id)).json()) as { roundUpId?: number };
      if (!again.roundUpId)
        failures.push(`its export is refused, ${JSON.stringify(again).slice(0, 300)}: ${told}`);
    }
  }
  expect(failures.slice(0, 12)).toEqual([]);
  expect(taken).toBeGreaterThan(BUNDLES / 10);
  expect(taken).toBeLessThan(BUNDLES * 0.7);
});

test('raw logs that nobody means: described or refused in words, and what is cut from them is checked or refused', async () => {
  test.setTimeout(200_000 * Math.max(1, TIMES));
  const chance = seededChance(SEED + 2);
  const sound = readFileSync('tests/samples/logs/a.csv', 'utf8').split('\n').slice(0, 200).join('\n');
  const json = { 'content-type': 'application/json' };
  const failures: string[] = [];
  let understood = 0;
  for (let i = 0; i < LOGS; i += 1) {
    const log = mutatedText(chance, mutatedText(chance, sound));
    const { id } = (await (await ask(`${app.url}/api/uploads`, { method: 'POST' })).json()) as { id: string };
    const path = encodeURIComponent(
      pick(chance, ['a.csv', '=1+1.csv', 'ä 🪭.csv', `${'x'.repeat(300)}.csv`]),
    );
    await ask(`${app.url}/api/stream/${id}?path=${path}`, { method: 'PUT', body: Buffer.from(log || ' ') });
    const { rows } = await database.query<{ id: number }>('SELECT max(id) AS id FROM upload_files');
    const fileId = rows[0]!.id;
    const before = await counted();
    const described = await ask(`${app.url}/api/uploads/${id}/describe`, {
      method: 'POST',
      headers: json,
      body: JSON.stringify({ fileId }),
    });
    const result = (await described.json()) as {
      read: boolean;
      message?: string;
      log?: { firstS: number | null };
    };
    const told = `log ${i}: ${described.status} ${JSON.stringify(result).slice(0, 200)} ${log.slice(0, 300)}`;
    if (described.status !== 200 || (!result.read && !result.message)) failures.push(told);
    if ((await ask(`${app.url}/bring/${id}`)).status !== 200) failures.push(`the page of ${told}`);
    if (result.read) understood += 1;
    const fromS = result.log?.firstS ?? 0;
    const plan = {
      dryRun: true,
      logs: [{ fileId, offsetS: 0 }],
      room: { ambientC: 21, doubtK: 0.5 },
      runs: [
        {
          fromS,
          toS: fromS + 600,
          entry: 'Ancla',
          loadW: 170,
          setting: '80 %',
          mount: 1,
          pass: 1,
          noiseDb: 33,
          floorDb: 22,
        },
      ],
      target: { roundUpId: null, title: 'Raw', rigName: 'Cellar' },
    };
    const runs = await ask(`${app.url}/api/uploads/${id}/runs`, {
      method: 'POST',
      headers: json,
      body: JSON.stringify(plan),
    });
    if (runs.status >= 500) failures.push(`the runs of ${told}: ${await runs.text()}`);
    if ((await counted()) !== before) failures.push(`written by ${told}`);
  }
  expect(failures.slice(0, 12)).toEqual([]);
  expect(understood).toBeGreaterThan(LOGS * 0.3);
});

test('another site that makes its name point here reads nothing, and writes nothing by a form or a script', async () => {
  const { port } = new URL(app.url);
  const site = createServer((_, answer) =>
    answer.setHeader('content-type', 'text/html').end('<h1>Another site</h1>'),
  );
  await new Promise<void>((resolve) => site.listen(0, '127.0.0.1', resolve));
  const sitePort = (site.address() as AddressInfo).port;
  const browser = await chromium.launch({
    ...headless,
    args: [...headless.args, '--host-resolver-rules=MAP *.example 127.0.0.1'],
  });
  try {
    const page = await browser.newPage();
    const before = await counted();
    const uploads = async () =>
      (await database.query<{ n: number }>('SELECT count(*)::int AS n FROM uploads')).rows[0]!.n;
    const uploadsBefore = await uploads();
    // Rebound: the name of the other site is this application now, and its scripts are of one origin with it.
    for (const path of ['/', '/round-ups/1/bench', '/api/round-ups/1/bench', '/_next/static/x.js']) {
      const answer = await page.goto(`http://other.example:${port}${path}`);
      expect([path, answer!.status()]).toEqual([path, 421]);
    }
    await page.goto(`http://other.example:${port}/`);
    const asked = (path: string, init: object) =>
      page.evaluate(
        async ([path, init]) =>
          fetch(path as string, init as RequestInit).then(
            async (response) => [response.status, await response.text()] as const,
            (error: Error) => [0, error.message] as const,
          ),
        [path, init] as const,
      );
    const json = { 'content-type': 'application/json' };
    expect(
      (await asked('/api/push-token', { method: 'POST', headers: json, body: '{"renew":true}' }))[0],
    ).toBe(421);
    expect((await asked('/api/uploads', { method: 'POST' }))[0]).toBe(421);
    expect((await asked('/api/stream/readings', { method: 'POST', body: '{"vrm_c":1}' }))[0]).toBe(403);
    // From its own address it cannot see the answer; what counts is that nothing is done.
    await page.goto(`http://site.example:${sitePort}/`);
    for (const path of ['/api/uploads', '/api/push-token', '/api/methods', '/api/round-ups/1/runs'])
      await asked(`${app.url}${path}`, { method: 'POST', mode: 'no-cors', body: '{"renew":true}' });
    await page.evaluate((action) => {
      const form = document.createElement('form');
      form.method = 'post';
      form.action = action;
      document.body.append(form);
      form.submit();
    }, `${app.url}/api/uploads`);
    await page.waitForURL(/api\/uploads/);
    expect(await page.textContent('body')).toContain('does not come from this application');
    expect([await counted(), await uploads()]).toEqual([before, uploadsBefore]);
  } finally {
    await browser.close();
    site.close();
  }
});
