import type { EntryCurve } from '@/core/curves/entryCurve';
import { coverWords } from '@/core/lineUp/underCover';
import { closePool, inTransaction, withDatabase } from '@/database/pool';
import { listRoundUps } from '@/database/roundUps/roundUps';
import { readTrace } from '@/database/runs/traces';
import { readFolder } from '@/formats/bundle/bundleFolder';
import { readBundle } from '@/formats/bundle/readBundle';
import { rankBundle } from '@/lab/model/rankBundle';
import { notedRuns } from '@/lab/runs/notedRuns';
import { riseCurves, viewRoundUp } from '@/lab/model/roundUpView';
import { viewRun } from '@/lab/runs/runView';
import { viewVerdict } from '@/lab/orders/verdictView';
import { verdictCsv } from '@/lab/orders/verdictCsv';
import { replacing, smallBundle } from '../support/bundles';
import { importAsNew, importSound, inFreshLab } from '../support/lab';

inFreshLab();

const counts = () =>
  withDatabase(async (db) => {
    const { rows } = await db.query<{ all: number }>(
      `SELECT (SELECT count(*) FROM round_ups) + (SELECT count(*) FROM runs) + (SELECT count(*) FROM entries)
            + (SELECT count(*) FROM trace_channels) + (SELECT count(*) FROM rigs) AS all`,
    );
    return Number(rows[0]!.all);
  });

test('a sample in the database ranks as it does from its folder', async () => {
  const files = await readFolder('tests/samples/traps');
  const id = await importSound(files);
  const verdict = await viewVerdict(id, {});
  expect(verdict!.ranking).toEqual(rankBundle(readBundle(files), {}).ranking);
  const view = await viewRoundUp(id);
  expect((await notedRuns(view!)).filter((notedRun) => notedRun.flagged).length).toBeGreaterThan(5);
  const [load] = riseCurves(view!);
  const labels = new Map(view!.runs.map(({ id: run, label }) => [String(run), label]));
  const named = (curves: readonly EntryCurve[]) =>
    curves.map(({ points, leftOut, ...curve }) => ({
      ...curve,
      points: points.map((point) => ({
        ...point,
        runs: point.runs.map((run) => labels.get(run) ?? run).sort(),
      })),
      leftOut: leftOut.map((left) => ({
        ...left,
        runs: left.runs.map((run) => labels.get(run) ?? run).sort(),
      })),
    }));
  expect(named(load!.curves)).toEqual(named(rankBundle(readBundle(files), {}).curves));
});

test('a trace comes back as it went in: missing readings, words and all', async () => {
  const id = await importSound(
    smallBundle((files) => {
      const text = files.get('traces/1.csv')!;
      files.set(
        'traces/1.csv',
        text
          .replace('power_w', 'power_w,door')
          .replaceAll(',170\n', ',170,"shut, {x}"\n')
          .replace('\n5,61.1', '\n5,'),
      );
    }),
  );
  const view = await viewRoundUp(id);
  const run = view!.runs.find((run) => run.label === '1')!;
  const channels = await withDatabase((db) => readTrace(db, run.id));
  expect(channels.map((channel) => channel.heading)).toEqual([
    't_s',
    'cpu_c',
    'ambient_c',
    'power_w',
    'door',
  ]);
  expect(channels[4]!.values[7]).toBe('shut, {x}');
  expect(channels[1]!.values[5]).toBeNaN();
  expect(channels[1]!.values[6]).toBe(60.9);
  expect((await viewRun(id, run.id, 300)).channels).toHaveLength(4);
});

test('a bundle with a broken row imports nothing and lists what is wrong', async () => {
  const before = await counts();
  const result = await importAsNew(
    smallBundle(replacing('runs.csv', '1,a,1,1,170,50 %,30.0', '1,a,1,1,170,50 %,abc')),
  );
  expect(result).toMatchObject({
    imported: false,
    problems: [{ file: 'runs.csv', line: 2, column: 'noise_db' }],
  });
  const off = await importAsNew(
    smallBundle((files) =>
      files.set('traces/2.csv', files.get('traces/2.csv')!.replaceAll(',170\n', ',2\n')),
    ),
  );
  expect(off).toMatchObject({
    imported: false,
    problems: [{ file: 'runs.csv', line: 3, message: 'traces/2.csv: the load was never on' }],
  });
  expect(await counts()).toBe(before);
});

test('a failure halfway rolls everything back', async () => {
  const before = await counts();
  await expect(
    inTransaction(async (db) => {
      await db.query(`INSERT INTO rigs (name) VALUES ('half')`);
      await db.query(`INSERT INTO rigs (name) VALUES ('half')`);
    }),
  ).rejects.toThrow(/unique/);
  expect(await counts()).toBe(before);
});

test('constraints hold the rules, whoever writes', async () => {
  const refused = (sql: string) => expect(withDatabase((db) => db.query(sql))).rejects.toThrow(/violates/);
  await refused(`UPDATE runs SET mount = 0`);
  await refused(`UPDATE runs SET load_w = -1`);
  await refused(
    `INSERT INTO run_readings (run_id, position, quantity, place, value) SELECT id, 0, 'smell', 'a', 1 FROM runs`,
  );
  await refused(`UPDATE run_values SET settled = false, unsettled_reason = ''`);
  await refused(`UPDATE round_ups SET title = ''`);
  await refused(`INSERT INTO products (maker, name, kind) VALUES ('m', 'n', 'toaster')`);
});

test('names are kept as they are, and the same rig is one revision', async () => {
  const name = `=1+1 "<script>alert(1)</script>" 🪭 مروحة ${'x'.repeat(260)}`;
  const quoted = `"${name.replaceAll('"', '""')}"`;
  const id = await importSound(smallBundle(replacing('entries.csv', 'Levante', quoted)));
  const verdict = (await viewVerdict(id, { line: '33' }))!;
  expect(verdict.view.entries[0]!.product).toBe(name);
  const csv = verdictCsv(
    verdict.ranking,
    verdict.view.entries,
    { lineAt: 33, load: '170 W', shown: verdict.shown },
    coverWords([], []),
  );
  expect(csv).toContain(`"'=1+1 ""<script>`);
  const listed = await withDatabase(listRoundUps);
  expect(
    new Set(listed.filter((summary) => summary.title === 'A small round-up').map((summary) => summary.rig))
      .size,
  ).toBe(1);
});

test('a bundle without runs comes in, and nothing is placed', async () => {
  const id = await importSound(
    smallBundle((files) => files.set('runs.csv', files.get('runs.csv')!.split('\n')[0]!)),
  );
  const verdict = await viewVerdict(id, {});
  expect(verdict!.ranking.notPlaced.map((entry) => entry.status)).toEqual(['no-runs', 'no-runs']);
});

test('where the database is away it is said so', async () => {
  const url = process.env.DATABASE_URL;
  await closePool();
  process.env.DATABASE_URL = 'postgresql://x:y@127.0.0.1:9/none';
  await expect(viewRoundUp(1)).rejects.toMatchObject({ digest: 'DATABASE_AWAY' });
  await closePool();
  process.env.DATABASE_URL = url;
  expect(await viewRoundUp(1)).not.toBeNull();
});
