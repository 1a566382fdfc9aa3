import type { Queryable } from '../pool';

/** A round-up that came with the demo. */
export interface DemoRoundUp {
  id: number;
  title: string;
  isAway: boolean;
  /** Runs, entries, rig or text of it were changed since it came. */
  isChanged: boolean;
}

// What belongs to the round-up alone is asked for by its kind; an entry's, sample's or product's sheet counts for each that cites it.
const CHANGED = `
  EXISTS (SELECT 1 FROM round_up_entries c JOIN runs u ON u.entry_id = c.entry_id AND u.rig_revision_id = r.rig_revision_id
          JOIN changes x ON x.run_id = u.id WHERE c.round_up_id = r.id AND x.changed_at > r.from_demo_at)
  OR EXISTS (SELECT 1 FROM sheet_changes x WHERE x.changed_at > r.from_demo_at
             AND (x.kind IN ('brief', 'plan', 'verdict') AND x.owner = r.id
                  OR x.kind = 'rig-setup' AND x.owner = r.rig_revision_id
                  OR x.kind = 'rig-book' AND x.owner = (SELECT v.rig_id FROM rig_revisions v WHERE v.id = r.rig_revision_id)
                  OR x.kind IN ('entry', 'plate', 'prices') AND x.owner IN (SELECT c.entry_id FROM round_up_entries c WHERE c.round_up_id = r.id)
                  OR x.kind = 'sample' AND x.owner IN (SELECT e.sample_id FROM round_up_entries c JOIN entries e ON e.id = c.entry_id
                                                       WHERE c.round_up_id = r.id)
                  OR x.kind = 'product' AND x.owner IN (SELECT e.product_id FROM round_up_entries c JOIN entries e ON e.id = c.entry_id
                                                        WHERE c.round_up_id = r.id)))
  OR EXISTS (SELECT 1 FROM bench_sessions b WHERE b.round_up_id = r.id AND b.started_at > r.from_demo_at)`;

/** The demo's round-ups, those deleted by hand left out. */
export async function listDemoRoundUps(db: Queryable): Promise<DemoRoundUp[]> {
  const { rows } = await db.query<DemoRoundUp & Record<string, unknown>>(
    `SELECT r.id, r.title, r.put_away_at IS NOT NULL AS "isAway", ${CHANGED} AS "isChanged"
     FROM round_ups r WHERE r.from_demo_at IS NOT NULL AND r.deleted_at IS NULL ORDER BY r.id`,
  );
  return rows;
}

/** How many of the demo's round-ups there are, and how many of them are put away. */
export async function countDemo(db: Queryable): Promise<{ all: number; away: number }> {
  const { rows } = await db.query<{ all: number; away: number }>(
    `SELECT count(*)::int AS all, count(put_away_at)::int AS away
     FROM round_ups WHERE from_demo_at IS NOT NULL AND deleted_at IS NULL`,
  );
  return rows[0]!;
}

/** Notes that these came with the demo, as they are now. */
export async function markDemo(db: Queryable, ids: readonly number[]): Promise<void> {
  await db.query(`UPDATE round_ups SET from_demo_at = lab_clock() WHERE id = ANY ($1)`, [ids]);
}

/** The same of a lab that an earlier version gave the demo, by the names of its bundles; done once. */
export async function markOlderDemo(
  db: Queryable,
  bundles: readonly { name: string; title: string }[],
): Promise<void> {
  for (const { name, title } of bundles)
    await db.query(
      `UPDATE round_ups SET from_demo_at = created_at + interval '2 minutes'
       WHERE name = $1 AND title = $2 AND from_demo_at IS NULL`,
      [name, title],
    );
}

/** Puts the demo's round-ups out of the way, but for those named, or back. */
export async function setDemoAway(db: Queryable, away: boolean, keep: readonly number[] = []): Promise<void> {
  await db.query(
    `UPDATE round_ups SET put_away_at = CASE WHEN $1 THEN coalesce(put_away_at, lab_now()) END
     WHERE from_demo_at IS NOT NULL AND NOT id = ANY ($2)`,
    [away, keep],
  );
}

/** Round-ups of one's own that compare entries of the demo, or stand on a rig of it: what they use stays with them. */
export async function listOnDemo(db: Queryable): Promise<{ id: number; title: string; entries: number }[]> {
  const { rows } = await db.query<{ id: number; title: string; entries: number }>(
    `SELECT r.id, r.title,
            (SELECT count(*)::int FROM round_up_entries c WHERE c.round_up_id = r.id AND EXISTS
              (SELECT 1 FROM round_up_entries d JOIN round_ups o ON o.id = d.round_up_id
               WHERE d.entry_id = c.entry_id AND o.from_demo_at IS NOT NULL)) AS entries
     FROM live_round_ups r
     WHERE r.from_demo_at IS NULL
       AND (EXISTS (SELECT 1 FROM round_up_entries c JOIN round_up_entries d ON d.entry_id = c.entry_id
                    JOIN round_ups o ON o.id = d.round_up_id WHERE c.round_up_id = r.id AND o.from_demo_at IS NOT NULL)
            OR EXISTS (SELECT 1 FROM rig_revisions v JOIN rig_revisions w ON w.rig_id = v.rig_id
                       JOIN round_ups o ON o.rig_revision_id = w.id WHERE v.id = r.rig_revision_id AND o.from_demo_at IS NOT NULL))
     ORDER BY r.id`,
  );
  return rows;
}
