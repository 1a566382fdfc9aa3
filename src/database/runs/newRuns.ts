import { placeholders } from '../placeholders';
import type { Run } from '@/core/runs/run';
import { runColumn, takenApart, type RunFields } from '@/core/runs/runColumns';
import { RUN_FIELDS } from './runColumns';
import type { Queryable } from '../pool';

export type NewRun = Run &
  Pick<RunFields, 'label' | 'entryId' | 'rigRevisionId' | 'trace' | 'extra' | 'traceDigest'>;

const INSERTED = RUN_FIELDS.filter((name) => name !== 'deletedAt');
const COLUMNS = INSERTED.map((name) => runColumn(name).sql).join(', ');

function cells(run: NewRun): unknown[] {
  const row = { ...takenApart(run), extra: JSON.stringify(run.extra) };
  return INSERTED.map((name) => row[name]);
}

/** Adds runs in one statement; their ids, in the order of the runs, in which an INSERT of VALUES writes and returns them. */
export async function insertRuns(db: Queryable, runs: readonly NewRun[]): Promise<number[]> {
  if (runs.length === 0) return [];
  const rows = runs.map(cells);
  const { rows: added } = await db.query<{ id: number }>(
    `INSERT INTO runs (${COLUMNS}) VALUES ${placeholders(rows)} RETURNING id`,
    rows.flat(),
  );
  return added.map((row) => row.id);
}

export async function insertRun(db: Queryable, run: NewRun): Promise<number> {
  const [id] = await insertRuns(db, [run]);
  return id!;
}
