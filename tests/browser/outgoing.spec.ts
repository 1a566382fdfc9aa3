import { request as httpRequest } from 'node:http';
import { expect, test } from '@playwright/test';
import type { Client } from 'pg';
import sharp from 'sharp';
import { demoBundle } from '../../demo/generators/demoBundle';
import { asBytes } from '../../demo/generators/demoFiles';
import { type Application, ask, importAsNew, startWithDatabase, upload } from '../support/application';
import { smallBundle } from '../support/bundles';
import { OUTGOING, textsOf } from '../support/outgoing';

let app: Application;
let database: Client;
let stop: () => Promise<void>;

test.beforeAll(async () => {
  ({ app, database, stop } = await startWithDatabase());
  const files = smallBundle((texts) => {
    texts.set(
      'entries.csv',
      texts
        .get('entries.csv')!
        .replace('a,Levante,Barlovento', 'a,Xera 120,Norte')
        .replace('Poniente', 'Xera 120 Max'),
    );
    texts.set(
      'datapackage.json',
      texts
        .get('datapackage.json')!
        .replace('"small"', '"xera-120-tested"')
        .replace('A small', 'The XÉRA-120, a small'),
    );
  });
  expect((await importAsNew(app.url, await upload(app.url, files))).status).toBe(200);
  const { rows } = await database.query<{ id: number }>(
    `SELECT c.entry_id AS id FROM round_up_entries c WHERE c.round_up_id = 1 AND c.code = 'a'`,
  );
  const covered = await ask(`${app.url}/api/sheets/entry/${rows[0]!.id}`, {
    method: 'PATCH',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ version: 0, who: 'Ana', body: { coverName: 'Unit A' } }),
  });
  expect([covered.status, await covered.text()]).toEqual([200, expect.any(String)]);
});

test.afterAll(() => stop());

test('a covered name goes out by no address, in no name, header or byte; the open one stays, and the lab’s own copy has both', async () => {
  for (const path of OUTGOING) {
    const answer = await fetch(`${app.url}/round-ups/1/${path}`);
    const whole = (await textsOf(answer)).join('\n').normalize('NFKD').replace(/\p{M}/gu, '');
    expect([path, answer.status]).toEqual([path, 200]);
    expect([path, /.{0,40}(xera[ _-]?120(?![ _-]max)|norte).{0,20}/i.exec(whole)?.[0]]).toEqual([
      path,
      undefined,
    ]);
    if (!/ics|curves|bars/.test(path)) expect([path, /Xera 120 Max/.test(whole)]).toEqual([path, true]);
  }
  const own = await fetch(`${app.url}/round-ups/1/export?for=private`);
  expect(own.headers.get('content-disposition')).toContain('xera-120-tested');
  expect((await textsOf(own)).join('\n')).toMatch(/Xera 120,Norte/);
});

test('what readers open asks for nothing, in an origin of its own, by the policy that reaches them; a report runs its own script and no other', async ({
  page,
}) => {
  for (const [path, runs] of [
    ['/round-ups/1/verdict/report', true],
    ['/round-ups/1/verdict/picture', false],
    ['/shared/nobody', true],
  ] as const) {
    const { headers } = await fetch(app.url + path);
    const policy = headers.get('content-security-policy') ?? '';
    expect([
      path,
      policy.startsWith("default-src 'none'"),
      /script-src/.test(policy),
      /connect-src|allow-same-origin/.test(policy),
      /sandbox/.test(policy),
    ]).toEqual([path, true, runs, false, true]);
    expect([path, headers.get('referrer-policy')]).toEqual([path, 'no-referrer']);
  }
  await page.goto(`${app.url}/round-ups/1/verdict/report`);
  await page.getByLabel('Noise line, dB(A)').fill('34');
  await expect(page.getByRole('status')).toContainText('at 34.0 dB(A)');
  await expect(page).toHaveURL(/#at=34$/);
  const ran = await page.evaluate(() => {
    const script = document.createElement('script');
    script.textContent = 'window.harmed = 1';
    document.body.append(script);
    return 'harmed' in window;
  });
  expect(ran).toBe(false);
  expect((await fetch(`${app.url}/_next/image?url=%2Ficon.svg&w=64&q=75`)).status).toBe(404);
});

test('what is being made says how far it is and is stopped by its id; it is a link without one', async () => {
  const brought = await importAsNew(app.url, await upload(app.url, asBytes(demoBundle(3))));
  const { roundUpId } = (await brought.json()) as { roundUpId: number };
  const work = '00000000-0000-4000-8000-00000000000a';
  const asked = `${app.url}/api/work/${work}`;
  const progress = async () => ((await (await fetch(asked)).json()) as { progress: object | null }).progress;
  expect(await progress()).toBeNull();
  const answer = fetch(`${app.url}/round-ups/${roundUpId}/export?work=${work}`);
  await expect.poll(progress, { intervals: [10] }).toMatchObject({ share: expect.any(Number) as unknown });
  expect((await ask(asked, { method: 'DELETE' })).status).toBe(200);
  const stopped = await answer;
  expect([stopped.status, await stopped.text()]).toEqual([422, expect.stringContaining('Stopped')]);
  expect(await progress()).toBeNull();
  expect((await fetch(`${app.url}/round-ups/${roundUpId}/export`)).status).toBe(200);
});

test('methods that nobody has a use for are refused', async () => {
  const { port } = new URL(app.url);
  const answered = (method: string) =>
    new Promise<number>((resolve, reject) => {
      httpRequest({ host: '127.0.0.1', port, method, path: '/' }, (answer) =>
        resolve(answer.resume().statusCode ?? 0),
      )
        .on('error', reject)
        .end();
    });
  expect([await answered('TRACE'), await answered('PROPFIND'), await answered('GET')]).toEqual([
    405, 405, 200,
  ]);
});

test('a photograph of 24 MB arrives whole and leaves bare; one that would take too much decoded is told', async () => {
  const png = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#a62b1f' } })
    .png()
    .toBuffer();
  const sent = (body: Buffer) =>
    ask(`${app.url}/api/round-ups/1/photos`, {
      method: 'POST',
      headers: { 'content-type': 'image/png' },
      body: new Uint8Array(body),
    });
  const kept = await sent(Buffer.concat([png, Buffer.alloc(24 * 2 ** 20, 'Norte ')]));
  const { photo } = (await kept.json()) as { photo: string };
  expect([kept.status, photo]).toEqual([200, expect.stringMatching(/^[0-9a-f]{16}\.png$/)]);
  const shown = Buffer.from(await (await fetch(`${app.url}/round-ups/1/photos/${photo}`)).arrayBuffer());
  expect([shown.length < 10_000, shown.includes('Norte')]).toEqual([true, false]);
  const wide = await sharp({ create: { width: 30_000, height: 2, channels: 3, background: '#000' } })
    .png()
    .toBuffer();
  const refused = await sent(wide);
  expect([refused.status, await refused.text()]).toEqual([
    422,
    expect.stringContaining('16384 pixels a side'),
  ]);
});
