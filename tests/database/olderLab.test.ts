import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { Client } from 'pg';
import { closePool, withDatabase } from '@/database/pool';
import { listSkipped } from '@/database/bench/bench';
import { readSheet } from '@/database/lineUp/sheets';
import { offersOfLab } from '@/lab/lineUp/fromTheLab';
import { USUAL_PLACES } from '@/core/brief/brief';
import { importBundle } from '@/lab/bring/importBundle';
import { viewLineUp } from '@/lab/lineUp/lineUpView';
import { viewResponse } from '@/lab/model/responseView';
import { notedRuns } from '@/lab/runs/notedRuns';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { commandOn, emptyDatabase } from '../support/database';
import { exported } from '../support/lab';

let drop: () => Promise<void>;
let before: { runs: unknown[]; sheets: unknown[]; readings: unknown[] };

const KEPT = `u.id, u.label, u.entry_id, u.mount, u.pass, u.load_w, u.setting, u.noise_db, u.floor_db, u.note, u.set_aside,
              u.started_at`;
const RUNS_THEN = `SELECT ${KEPT}, d.settled, d.rise_k, d.cpu_max_c, d.heat_limited
                   FROM runs u JOIN reductions d ON d.run_id = u.id ORDER BY u.id`;
const RUNS_NOW = `SELECT ${KEPT}, v.settled, v.value AS rise_k, coalesce(v.reading_maximum, 'NaN') AS cpu_max_c,
                         v.at_limit AS heat_limited
                  FROM runs u JOIN run_values v ON v.run_id = u.id AND v.response = 'rise' ORDER BY u.id`;
const SHEETS = `SELECT kind, owner, version, body FROM sheets WHERE kind <> 'plan' ORDER BY kind, owner`;
const READINGS = `SELECT run_id, heading, cardinality(readings) AS n, (SELECT sum(r) FROM unnest(readings) r) AS total
                  FROM trace_channels ORDER BY run_id, position`;

async function looked(client: Client, runs: string): Promise<typeof before> {
  const rows = async (text: string) => (await client.query<Record<string, unknown>>(text)).rows;
  return { runs: await rows(runs), sheets: await rows(SHEETS), readings: await rows(READINGS) };
}

/** The demo as version 8 of the lab held it, thinned to 23 runs; with loads left out of a plan and at the bench. */
beforeAll(async () => {
  const database = await emptyDatabase();
  drop = database.drop;
  process.env.DATABASE_URL = database.url;
  const client = new Client({ connectionString: database.url });
  await client.connect();
  await client.query(gunzipSync(readFileSync('tests/samples/labs/version-8.sql.gz')).toString('utf8'));
  before = await looked(client, RUNS_THEN);
  await client.end();
  const told = commandOn(database.url, 'prepare');
  expect(told).toMatch(/2 round-ups in the lab; \d+ runs were reduced by the new rule/);
});

afterAll(async () => {
  await closePool();
  await drop();
});

test('nothing of it is lost: runs, numbers, logs, and what was written', async () => {
  const client = new Client({ connectionString: process.env.DATABASE_URL });
  await client.connect();
  const now = await looked(client, RUNS_NOW);
  await client.end();
  expect(before.runs.length).toBeGreaterThan(15);
  // Entries may be layouts by now, and briefs name places: these are none, and have the usual ones.
  const added: Record<string, object> = {
    product: { finsToMemoryMm: null, radiatorMm: null, sockets: '', blades: null },
    entry: { layout: [], extras: [] },
    brief: { places: USUAL_PLACES, region: '', rates: [] },
    'rig-setup': { cardLimitC: null, regulatorLimitC: null },
  };
  const ofFans = ({ fans }: { fans?: object[] }) =>
    fans ? { fans: fans.map((fan) => ({ thicknessMm: null, raisedMm: null, ...fan })) } : {};
  const asNow = (before.sheets as { kind: string; body: object }[]).map((sheet) => ({
    ...sheet,
    body: { ...sheet.body, ...ofFans(sheet.body), ...added[sheet.kind] },
  }));
  expect(now.sheets).toEqual(asNow);
  expect(now.readings).toEqual(before.readings);
  expect(now.runs).toHaveLength(before.runs.length);
  (now.runs as { rise_k: number }[]).forEach((run, i) => {
    const { rise_k: was, ...rest } = before.runs[i] as { rise_k: number };
    expect(run).toMatchObject(rest);
    expect(run.rise_k).toBeCloseTo(was, 9);
  });
});

test('loads are named by their key where they had labels, in the plan and at the bench', async () => {
  const plan = await withDatabase((db) => readSheet(db, 'plan', 1));
  expect(plan!.body.droppedLoads).toEqual(['90', '140~render', '90+200', '0']);
  expect(await withDatabase((db) => listSkipped(db, 1))).toMatchObject([
    { setting: '33 dB(A)', loadW: 140, loadName: 'render', gpuLoadW: 60, why: 'too loud' },
    { setting: '50 %', loadW: 170, loadName: '', gpuLoadW: 0, why: 'limit' },
  ]);
});

test('its runs have their day, a round-up began with its first, and new responses have their values', async () => {
  const view = (await viewRoundUp(1))!;
  expect(view.roundUp.beganAt.toISOString()).toMatch(/^2026-10/);
  expect(view.runs.some((run) => run.isOlder)).toBe(false);
  const { responses } = await viewResponse(view, {});
  expect(responses.map((response) => response.id)).toEqual(
    expect.arrayContaining(['rise', 'burst-rise-10', 'burst-rise-60', 'steady-time']),
  );
  expect((await viewLineUp(1)).length).toBe(8);
  const [offer] = await offersOfLab(2, 'Solano');
  expect(offer).toMatchObject({ name: 'Solano' });
  expect((await notedRuns((await viewRoundUp(2))!)).some((noted) => noted.run.note === 'a lorry')).toBe(true);
});

test('what it gives out it knows again: nothing comes in twice', async () => {
  const bundle = await exported(1);
  const { length } = (await viewRoundUp(1))!.runs;
  expect(await importBundle(bundle)).toMatchObject({ imported: true, roundUpId: 1, runs: 0, there: length });
});
