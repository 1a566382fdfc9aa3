import { runColumn, RUN_COLUMN_NAMES } from '@/core/runs/runColumns';
import { withDatabase } from '@/database/pool';
import { inFreshLab } from '../support/lab';

inFreshLab();

/** What a run has in the database and is not said of it by anybody: made there, or counted. */
const MADE_THERE = ['id', 'version', 'measured_at'];

test('a run has the columns that are described, and no other', async () => {
  const { rows } = await withDatabase((db) =>
    db.query<{ name: string }>(
      `SELECT column_name AS name FROM information_schema.columns WHERE table_schema = 'public' AND table_name = 'runs'`,
    ),
  );
  const described = RUN_COLUMN_NAMES.flatMap((name) => runColumn(name).sql ?? []);
  expect(new Set(described).size).toBe(described.length);
  expect(rows.map(({ name }) => name).sort()).toEqual([...described, ...MADE_THERE].sort());
});
