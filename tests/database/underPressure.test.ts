import { Readable } from 'node:stream';
import { zipSync } from 'fflate';
import { clockNow } from '@/clock/clockNow';
import { DELETE as productRoute } from '@/app/api/products/[product]/route';
import { POST as tokenRoute } from '@/app/api/push-token/route';
import { PATCH as shareRoute } from '@/app/api/round-ups/[id]/publications/[version]/route';
import { POST as importRoute } from '@/app/api/uploads/[upload]/import/route';
import { isPushToken } from '@/lab/bench/pushToken';
import { publish } from '@/lab/publish/publish';
import { sharedPage } from '@/lab/publish/shares';
import { closePool, DatabaseAway, DatabaseBusy, inTransaction, withDatabase } from '@/database/pool';
import { POST as typeARun } from '@/app/api/round-ups/[id]/runs/route';
import { wasHeldUp } from '@/database/loopLag';
import { inRequest } from '@/database/sentRequests';
import { editRuns } from '@/lab/runs/editRun';
import { runEdits } from '@/lab/runs/runEditSchema';
import { beginUpload, takeFile, uploadedFiles } from '@/lab/bring/uploads';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { replacing, smallBundle } from '../support/bundles';
import { importAsNew, importSound, inFreshLab } from '../support/lab';

inFreshLab();

async function* bytes(text: string): AsyncGenerator<Uint8Array> {
  yield new TextEncoder().encode(text);
}

test('a file whose name leads out of its folder is not taken; one inside stands under its plain path', async () => {
  const upload = await beginUpload();
  const out = [
    '/etc/cron.d/evil',
    '../up.csv',
    'x\\..\\..\\evil.txt',
    'C:\\a.csv',
    'a\0b',
    '\ud800.csv',
    '..',
  ];
  for (const path of out)
    await expect(takeFile(upload, path, bytes('t_s\n'))).rejects.toThrow('leads out of its folder');
  expect(await uploadedFiles(upload)).toEqual([]);
  await takeFile(upload, './traces\\1.csv', bytes('t_s\n1\n'));
  expect((await uploadedFiles(upload)).map((uploadedFile) => uploadedFile.path)).toEqual(['traces/1.csv']);
});

test('several runs at once: one that somebody else has changed meanwhile holds all of them back', async () => {
  const id = await importSound(smallBundle());
  const runs = (await viewRoundUp(id))!.runs;
  const edits = (versions: number[], mount: number) =>
    runEdits.validateSync({
      who: 'Ana',
      edits: runs.map((run, i) => ({ run: run.id, version: versions[i], changes: { mount } })),
    });
  const late = await editRuns(id, edits([1, 1, 7, 1], 2));
  expect(late).toMatchObject({ saved: false, run: runs[2]!.id, result: { why: 'conflict', version: 1 } });
  const after = (await viewRoundUp(id))!.runs;
  expect(after.map((run) => [run.mount, run.version])).toEqual(runs.map((run) => [run.mount, 1]));
  expect(await editRuns(id, edits([1, 1, 1, 1], 2))).toEqual({ saved: true, versions: [2, 2, 2, 2] });
});

test('values that no bench has do not come in by a bundle, whatever cell they stand in', async () => {
  const cases: [path: string, from: string, to: string, told: RegExp][] = [
    ['runs.csv', '30.0,22.0', '1e308,22.0', /level/],
    ['runs.csv', '30.0,22.0', '30.0,-1e308', /level/],
    ['runs.csv', '1,a,1,1,170', '1,a,1,1,1e300', /power/],
    ['runs.csv', '1,a,1,1,170', '1,a,1e9,1,170', /count|mount|whole/],
    ['datapackage.json', '"limitC":90', '"limitC":-1e308', /temperature limit/],
    ['datapackage.json', '"meterDistanceCm":60', '"meterDistanceCm":1e308', /distance/],
    ['datapackage.json', '"windowS":300', '"windowS":1e300', /settled window/],
    ['datapackage.json', '"enclosure":"open"', '"enclosure":["open"]', /enclosure/],
    [
      'datapackage.json',
      '"loadsW":[170]',
      `"loadsW":[${Array.from({ length: 400 }, () => 170).join()}]`,
      /heat loads/,
    ],
    ['entries.csv', '50,EUR,150', '50,EUR,-1', /height/],
  ];
  const count = () =>
    withDatabase(async (db) => (await db.query('SELECT count(*)::int AS n FROM round_ups')).rows);
  const before = await count();
  for (const [path, from, to, told] of cases) {
    const result = await importAsNew(smallBundle(replacing(path, from, to)));
    expect([to, result.imported]).toEqual([to, false]);
    if (!result.imported)
      expect(result.problems.map((problem) => `${problem.column ?? ''} ${problem.message}`).join()).toMatch(
        told,
      );
  }
  expect(await count()).toEqual(before);
});

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const one = () => withDatabase((db) => db.query('SELECT 1'));

test('a wait in our own queue is busy, and not a database that is away', async () => {
  let [goOn, held] = [() => {}, 0];
  const waits = new Promise<void>((resolve) => (goOn = resolve));
  const others = Array.from({ length: 8 }, () =>
    inTransaction(async (db) => {
      held += 1;
      // They are at work, each for long.
      for (let isOver = false; !isOver; await db.query('SELECT 1'))
        isOver = await Promise.race([waits.then(() => true), pause(300).then(() => false)]);
    }),
  );
  while (held < 8) await pause(10);
  process.env.ABANICO_QUEUE_TRIES = '1';
  await expect(one()).rejects.toBeInstanceOf(DatabaseBusy);
  delete process.env.ABANICO_QUEUE_TRIES;
  // Without a word it waits on.
  const patient = one();
  await pause(3500);
  goOn();
  await patient;
  await Promise.all(others);
  await one();
});

test('an answer that we were too busy to take is no silence; a silence is one', async () => {
  await closePool();
  process.env.ABANICO_PATIENCE_MS = '600';
  try {
    await one();
    expect(wasHeldUp(600)).toBe(false);
    const slow = withDatabase((db) => db.query('SELECT pg_sleep(0.3)')).catch((error: unknown) => error);
    await pause(50);
    const until = performance.now() + 2000;
    while (performance.now() < until);
    expect(wasHeldUp(600)).toBe(true);
    expect(await slow).not.toBeInstanceOf(DatabaseAway);
    await pause(800);
    expect(wasHeldUp(600)).toBe(false);
    await expect(withDatabase((db) => db.query('SELECT pg_sleep(2)'))).rejects.toBeInstanceOf(DatabaseAway);
  } finally {
    delete process.env.ABANICO_PATIENCE_MS;
    await closePool();
  }
});

test('thirty who look at a round-up at once have it read once, and each new write is seen', async () => {
  const id = await importSound(smallBundle());
  const all = await Promise.all(Array.from({ length: 30 }, () => viewRoundUp(id)));
  expect(new Set(all).size).toBe(1);
  await withDatabase((db) => db.query(`UPDATE runs SET note = 'seen' WHERE id = $1`, [all[0]!.runs[0]!.id]));
  expect((await viewRoundUp(id))!.runs.some(({ note }) => note === 'seen')).toBe(true);
});

test('a write whose answer was lost is sent again and counts once, two at once too; one that failed may be tried anew', async () => {
  const id = await importSound(smallBundle());
  const typed = { entry: 'a', setting: '61 %', mount: 1, pass: 1, loadW: 170, noiseDb: 35, floorDb: 22 };
  const send = async (key: string, noiseDb: number, path = `/api/round-ups/${id}/runs`) => {
    const body = {
      ...typed,
      noiseDb,
      cpuC: 58,
      ambientC: 21,
      powerW: 170,
      rpm: 900,
      note: '',
      confirmed: true,
    };
    const headers = { 'content-type': 'application/json', 'idempotency-key': key };
    const request = new Request(`http://127.0.0.1${path}`, {
      method: 'POST',
      headers,
      body: JSON.stringify(body),
    });
    const answer = await typeARun(request, { params: Promise.resolve({ id: String(id) }) });
    return [answer.status, await answer.text()] as const;
  };
  const runs = async () => (await viewRoundUp(id))!.runs.length;
  const before = await runs();
  const [first, twin] = await Promise.all([send('one', 35), send('one', 35)]);
  expect(first[0]).toBe(201);
  expect(twin).toEqual(first);
  expect(await send('one', 35)).toEqual(first);
  expect(await runs()).toBe(before + 1);
  // Another key, or another body under the same, is another run.
  expect((await send('two', 35))[0]).toBe(201);
  expect((await send('one', 36))[0]).toBe(201);
  expect(await runs()).toBe(before + 3);
  expect((await send('a key with spaces', 37))[0]).toBe(400);
  // What was rolled back is not remembered as done.
  let tries = 0;
  const failing = () =>
    inRequest('three', () =>
      inTransaction((db) => {
        tries += 1;
        if (tries === 1) throw new Error('full');
        return db.query(`SELECT 1`).then(() => new Date(0));
      }),
    );
  await expect(failing()).rejects.toThrow('full');
  expect(await failing()).toEqual(new Date(0));
  expect(await failing()).toEqual(new Date(0));
  expect(tries).toBe(2);
});

test('imports, links, tokens and deletions that are sent twice give the first answer again', async () => {
  const files = smallBundle();
  const uploadId = await beginUpload();
  await takeFile(uploadId, 'bundle.zip', Readable.from([zipSync(Object.fromEntries(files))]));
  const sendTo = (
    handle: (request: Request) => Promise<Response>,
    path: string,
    method: string,
    body?: object,
  ) => {
    const send = async () => {
      const answer = await handle(
        new Request(`http://127.0.0.1${path}`, {
          method,
          headers: { 'content-type': 'application/json', 'idempotency-key': path },
          ...(body && { body: JSON.stringify(body) }),
        }),
      );
      return [answer.status, await answer.text()] as const;
    };
    return send;
  };
  const importing = sendTo(
    (request) => importRoute(request, { params: Promise.resolve({ upload: uploadId }) }),
    `/api/uploads/${uploadId}/import`,
    'POST',
    { othersNew: true, asAnother: true },
  );
  const first = await importing();
  expect(first[1]).toMatch(/"roundUpId":\d+,"runs":4/);
  expect(await importing()).toEqual(first);
  // The answer itself was lost, too: the import is repeated from its transaction.
  await withDatabase((db) => db.query('DELETE FROM sent_requests WHERE part = 0'));
  expect(await importing()).toEqual(first);

  const { roundUpId } = JSON.parse(first[1]) as { roundUpId: number };
  await publish(roundUpId, { who: 'Ana', reason: '', embargoUntil: null, seen: 0 }, clockNow());
  const linking = sendTo(
    (request) => shareRoute(request, { params: Promise.resolve({ id: String(roundUpId), version: '1' }) }),
    `/api/round-ups/${roundUpId}/publications/1`,
    'PATCH',
    { endsAt: null, revoke: '' },
  );
  const link = await linking();
  await withDatabase((db) => db.query('DELETE FROM sent_requests WHERE part = 0'));
  expect(await linking()).toEqual(link);
  const { token } = JSON.parse(link[1]) as { token: string };
  expect(await sharedPage(token, clockNow())).toMatchObject({ open: true, version: 1 });

  const renewing = sendTo(tokenRoute, '/api/push-token', 'POST', { renew: true });
  const renewed = await renewing();
  expect(await renewing()).toEqual(renewed);
  expect(await isPushToken((JSON.parse(renewed[1]) as { token: string }).token)).toBe(true);

  const product = await withDatabase((db) =>
    db.query<{ id: number }>(
      `INSERT INTO products (name, maker, kind) VALUES ('Alone', '', 'fan') RETURNING id`,
    ),
  );
  const id = product.rows[0]!.id;
  const deleting = sendTo(
    (request) => productRoute(request, { params: Promise.resolve({ product: String(id) }) }),
    `/api/products/${id}`,
    'DELETE',
  );
  expect(await deleting()).toEqual([200, '{}']);
  expect(await deleting()).toEqual([200, '{}']);
});
