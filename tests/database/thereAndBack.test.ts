import { readFileSync } from 'node:fs';
import { withDatabase } from '@/database/pool';
import { notedRuns } from '@/lab/runs/notedRuns';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { viewCases } from '@/lab/lineUp/cases';
import { caseRoundUp } from '@demo/generators/caseRoundUp';
import { asBytes } from '@demo/generators/demoFiles';
import { replacing, smallBundle } from '../support/bundles';
import { exported, importAsNew, importSound, inFreshLab } from '../support/lab';

inFreshLab();

const sql = (text: string) =>
  withDatabase(async (db) => (await db.query<Record<string, unknown>>(text)).rows);

/** Both halves of a migration, as they stand in its file. */
function halves(name: string): { up: string; down: string } {
  const text = readFileSync(`src/database/migrations/${name}.sql`, 'utf8');
  const [up, down] = text.split('-- Down Migration');
  return { up: up!, down: down! };
}

/** Values without what only the newer form keeps of other sensors than the die. */
const VALUES = `SELECT run_id, window_s, response, place, value, settled, unsettled_reason, shortfall
                FROM run_values ORDER BY run_id, window_s, response, place`;
const DIE = `SELECT run_id, measured, maximum, reading_mean, reading_maximum, slope_per_min, running_away, at_limit,
                    at_limit_share, fit
             FROM run_values WHERE response = 'rise' ORDER BY run_id`;
const SHARED = `SELECT run_id, window_s, window_start_s, window_end_s, ambient_mean_c, ambient_source, power_mean_w,
                       power_source, room_moved_k, level_moved_db, no_die, rule_version
                FROM reductions ORDER BY run_id, window_s`;

test('one value table: down to the die’s columns and up again nothing of a run is lost', async () => {
  const cases = await importSound(asBytes(caseRoundUp(7)));
  const small = await importSound(smallBundle());
  // A run that came to no number keeps its reason both ways.
  await sql(
    `UPDATE reductions SET no_die = 'no reading of the die' WHERE run_id = (SELECT min(id) FROM runs)`,
  );
  await sql(`DELETE FROM run_values WHERE response = 'rise' AND run_id = (SELECT min(id) FROM runs)`);
  const before = { values: await sql(VALUES), die: await sql(DIE), shared: await sql(SHARED) };
  expect(before.die.length).toBeGreaterThan(50);
  const noted = async (id: number) =>
    (await notedRuns((await viewRoundUp(id))!)).map(({ run, state, notes }) => [run.label, state, notes]);
  const shown = [await noted(cases), await noted(small)];

  const { up, down } = halves('013_one_value_table');
  await sql(down);
  const columns = await sql(
    `SELECT column_name FROM information_schema.columns WHERE table_name = 'reductions' ORDER BY column_name`,
  );
  expect(columns.map((row) => row.column_name)).toEqual(
    expect.arrayContaining(['cpu_mean_c', 'rise_k', 'fit']),
  );
  const [older] = await sql(
    `SELECT count(*)::int AS runs, count(*) FILTER (WHERE settled)::int AS settled FROM reductions WHERE rise_k <> 'NaN'`,
  );
  expect(older!.runs).toBe(before.die.length);
  expect(await sql(`SELECT 1 FROM run_values WHERE response = 'rise'`)).toEqual([]);

  await sql(up);
  expect(await sql(VALUES)).toEqual(before.values);
  expect(await sql(DIE)).toEqual(before.die);
  expect(await sql(SHARED)).toEqual(before.shared);
  expect([await noted(cases), await noted(small)]).toEqual(shown);
});

/** Fans of entries, with what a later migration notes of each. */
const FANS = `SELECT owner, body -> 'fans' AS fans, body -> 'extras' AS extras FROM sheets WHERE kind = 'entry' ORDER BY owner`;

test('cases: down without them and up again the rest stands, and a rig’s new limit comes back empty', async () => {
  expect((await viewCases()).cases).toHaveLength(1);
  const { up, down } = halves('014_cases');
  // What came later goes first, and comes back last: prices and verdicts are not kept on the way.
  const later = [halves('024_demo_away'), halves('016_publishing'), halves('015_value')];
  const others = `SELECT kind, owner, version FROM sheets WHERE kind NOT IN ('case', 'prices', 'verdict') ORDER BY kind, owner`;
  const before = await sql(others);
  const fans = await sql(FANS);
  for (const half of later) await sql(half.down);
  expect(await sql(`SELECT 1 FROM sheets WHERE kind IN ('prices', 'verdict') OR body ? 'extras'`)).toEqual(
    [],
  );
  await sql(down);
  expect(await sql(`SELECT 1 FROM sheets WHERE kind = 'case'`)).toEqual([]);
  expect(await sql(`SELECT 1 FROM information_schema.tables WHERE table_name = 'cases'`)).toEqual([]);
  expect(await sql(`SELECT 1 FROM sheets WHERE kind = 'rig-setup' AND body ? 'regulatorLimitC'`)).toEqual([]);
  await sql(up);
  for (const half of [...later].reverse()) await sql(half.up);
  expect(await sql(others)).toEqual(before);
  expect(await sql(FANS)).toEqual(fans);
  const setups = await sql(
    `SELECT body -> 'regulatorLimitC' AS "limit" FROM sheets WHERE kind = 'rig-setup'`,
  );
  expect(setups.every((row) => row.limit === null)).toBe(true);
  // What rigs stand in is not forgotten: it is there to be noted again.
  expect(await viewCases()).toEqual({ cases: [], unnoted: ['Baúl, a middle-sized case'] });
});

test('a line at the end of what a level can be goes out and comes back', async () => {
  const set = replacing('datapackage.json', '"noiseLineDba":33', '"noiseLineDba":160');
  const files = await exported(await importSound(smallBundle(set)));
  expect(await importAsNew(files)).toMatchObject({ imported: true, runs: 4 });
});
