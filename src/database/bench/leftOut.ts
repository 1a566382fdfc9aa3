import type { LeftOutPoint } from '@/core/plan/leftOut';
import type { Queryable } from '@/database/pool';
import { listSkipped } from './bench';

/** All points of a round-up that a bench left out for good: this lab's, and those that came with a bundle. */
export async function listLeftOut(db: Queryable, roundUpId: number): Promise<LeftOutPoint[]> {
  const [own, brought] = await Promise.all([
    listSkipped(db, roundUpId),
    db.query<LeftOutPoint>(
      `SELECT c.code AS entry, l.mount, l.pass, l.setting, l.load_w AS "loadW", l.load_name AS "loadName",
              l.gpu_load_w AS "gpuLoadW", l.why
       FROM left_out_points l JOIN round_up_entries c USING (round_up_id, entry_id)
       WHERE l.round_up_id = $1 ORDER BY c.position, l.mount, l.load_w, l.setting, l.pass`,
      [roundUpId],
    ),
  ]);
  return [
    ...own.map(({ entry, mount, pass, setting, loadW, loadName, gpuLoadW, why }) => ({
      ...{ entry, mount, pass, setting, loadW, loadName, gpuLoadW, why },
    })),
    ...brought.rows,
  ];
}

/** Keeps a point that came with a bundle; one that is there already stays. */
export async function insertLeftOut(
  db: Queryable,
  roundUpId: number,
  entryId: number,
  { mount, pass, setting, loadW, loadName, gpuLoadW, why }: LeftOutPoint,
): Promise<void> {
  await db.query(
    `INSERT INTO left_out_points (round_up_id, entry_id, mount, pass, setting, load_w, load_name, gpu_load_w, why)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9) ON CONFLICT DO NOTHING`,
    [roundUpId, entryId, mount, pass, setting, loadW, loadName, gpuLoadW, why],
  );
}
