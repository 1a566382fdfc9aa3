import { withDatabase } from '@/database/pool';
import { listChanges } from '@/database/runs/changes';
import { changeEntry } from '@/lab/lineUp/changeLineUp';
import { renewReductions } from '@/lab/model/renewReductions';
import { notedRuns } from '@/lab/runs/notedRuns';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { viewVerdict } from '@/lab/orders/verdictView';
import { viewLineUp } from '@/lab/lineUp/lineUpView';
import { smallBundle } from '../support/bundles';
import { exported, importAsNew, importSound, inFreshLab } from '../support/lab';

inFreshLab();

const sql = (text: string, values: unknown[] = []) =>
  withDatabase(async (db) => (await db.query<Record<string, unknown>>(text, values)).rows);

/** The lab as an older rule left it: its numbers differ, and one run is of what the new rule calls impossible. */
async function asOfOlderRule(): Promise<void> {
  await sql(`UPDATE reductions SET rule_version = 1`);
  await sql(`UPDATE run_values SET value = value + 3 WHERE response = 'rise'`);
}

test('a lab of an older rule starts: what changed is told once, nobody’s windows are forgotten, the impossible is kept without a number', async () => {
  const id = await importSound(smallBundle());
  const view = (await viewRoundUp(id))!;
  const [other, two] = ['1', '2'].map((label) => view.runs.find((run) => run.label === label)!);
  await sql(
    `UPDATE runs SET trace = '', typed_cpu_c = 20, typed_ambient_c = 23, typed_power_w = 14 WHERE id = $1`,
    [two!.id],
  );
  // A window that nobody asks for any more, and a run whose entry left its line-up.
  for (const table of ['reductions', 'run_values'])
    await sql(
      `INSERT INTO ${table} SELECT (jsonb_populate_record(d, '{"window_s": 120}')).* FROM ${table} d WHERE run_id = $1`,
      [other!.id],
    );
  const [, gone] = await viewLineUp(id);
  await changeEntry(id, gone!.entryId, { cited: false }, 'test');
  await asOfOlderRule();

  expect(await renewReductions()).toMatch(
    /^; 4 runs were reduced by the new rule \d+: 2 of them show another number or state/,
  );
  expect(await renewReductions()).toBe('');
  expect(await sql(`SELECT run_id, window_s FROM reductions ORDER BY run_id`)).toEqual([
    { run_id: other!.id, window_s: 300 },
    { run_id: two!.id, window_s: 300 },
  ]);
  const now = await notedRuns((await viewRoundUp(id))!);
  expect(now.map((run) => [run.run.label, run.state])).toEqual([
    ['2', 'no result'],
    ['1', 'settled'],
  ]);
  expect(now[0]!.notes[0]).toContain('at or under the room');
  const told = await withDatabase((db) => listChanges(db, other!.id));
  expect(told[told.length - 1]).toMatchObject({
    who: 'Abanico',
    was: expect.stringMatching(/^43\.0 K, settled/),
    isNow: expect.stringMatching(/^40\.0 K, settled/),
  });

  // Cited again, its runs have their number again: no run is missing from a list for want of one.
  await changeEntry(id, gone!.entryId, { cited: { code: 'b', position: 1, isControl: false } }, 'test');
  const again = (await viewRoundUp(id))!;
  expect(again.runs).toHaveLength(4);
  expect(again.runs.find((run) => run.label === '4')!.reduction.riseK).toBeCloseTo(30, 1);

  // Set aside it leaves and comes back; counting, it is a problem of its row.
  await sql(`UPDATE runs SET set_aside = 'no result' WHERE id = $1`, [two!.id]);
  const bundle = await exported(id);
  expect(await importAsNew(bundle)).toMatchObject({ imported: true, runs: 4 });
  const text = new TextDecoder().decode(bundle.get('runs.csv')).replace('no result', '');
  expect(await importAsNew(new Map(bundle).set('runs.csv', new TextEncoder().encode(text)))).toMatchObject({
    imported: false,
    problems: [{ file: 'runs.csv', column: 'cpu_c', message: expect.stringContaining('no result') }],
  });
});

test('places that moved with the numbers are told by name', async () => {
  const id = await importSound(smallBundle());
  const leader = (await viewVerdict(id, {}))!.ranking.placed[0]!;
  await sql(`UPDATE reductions SET rule_version = 1`);
  // As if the older rule had put who leads far behind.
  await sql(
    `UPDATE run_values v SET value = value + 30 FROM runs u JOIN round_up_entries c ON c.entry_id = u.entry_id
     WHERE u.id = v.run_id AND v.response = 'rise' AND c.round_up_id = $1 AND c.code = $2`,
    [id, leader.entry],
  );
  const name = (await viewRoundUp(id))!.entries.find(({ entry }) => entry === leader.entry)!.product;
  expect(await renewReductions()).toMatch(
    new RegExp(`Places that moved: .*${name} in “[^”]+” from place [2-9] to places? 1[ ;]`),
  );
});
