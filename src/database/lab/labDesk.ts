import type { RigBook } from '@/core/rig/instrument';
import type { Queryable } from '../pool';

export interface RigDesk {
  rigId: number;
  rig: string;
  book: RigBook | null;
  /** Day of its last run, as 2026-11-20; empty where it never ran. */
  lastRun: string;
  /** A round-up on its newest revision, through which its pages are reached; null where none is. */
  roundUpId: number | null;
}

/** Every rig with its book, its last run and a way to its pages. */
export async function listRigDesks(db: Queryable): Promise<RigDesk[]> {
  const { rows } = await db.query<RigDesk & Record<string, unknown>>(
    `SELECT g.id AS "rigId", g.name AS rig, s.body AS book, coalesce(u.last, '') AS "lastRun", r.id AS "roundUpId"
     FROM rigs g
     LEFT JOIN sheets s ON s.kind = 'rig-book' AND s.owner = g.id
     LEFT JOIN (SELECT v.rig_id, max(left(x.started_at, 10)) AS last FROM runs x JOIN rig_revisions v ON v.id = x.rig_revision_id
                WHERE x.deleted_at IS NULL AND x.started_at <> '' GROUP BY v.rig_id) u ON u.rig_id = g.id
     LEFT JOIN (SELECT v.rig_id, max(o.id) AS id FROM live_round_ups o JOIN rig_revisions v ON v.id = o.rig_revision_id
                WHERE o.archived_at IS NULL GROUP BY v.rig_id) r ON r.rig_id = g.id
     WHERE g.id NOT IN (SELECT id FROM away_rigs)
     ORDER BY u.last DESC NULLS LAST, g.name`,
  );
  return rows;
}

export interface Evening {
  day: string;
  rig: string;
  runs: number;
  entries: number;
  /** A round-up that shows it; null where none does any more. */
  roundUpId: number | null;
}

/** The last evenings at any bench, the newest first. */
export async function listEvenings(db: Queryable, most: number): Promise<Evening[]> {
  const { rows } = await db.query<Evening & Record<string, unknown>>(
    `SELECT e.*, (SELECT max(o.id) FROM live_round_ups o WHERE o.rig_revision_id = e."revisionId" AND o.archived_at IS NULL) AS "roundUpId"
     FROM (SELECT left(u.started_at, 10) AS day, g.name AS rig, max(u.rig_revision_id) AS "revisionId", count(*)::int AS runs,
                  count(DISTINCT u.entry_id)::int AS entries
           FROM runs u JOIN rig_revisions v ON v.id = u.rig_revision_id JOIN rigs g ON g.id = v.rig_id
           WHERE u.deleted_at IS NULL AND u.started_at <> '' AND g.id NOT IN (SELECT id FROM away_rigs) GROUP BY 1, 2 ORDER BY 1 DESC LIMIT $1) e`,
    [most],
  );
  return rows;
}

export interface LentSample {
  label: string;
  product: string;
  arrived: string;
  /** Empty where nobody said. */
  lender: string;
  returnOn: string;
}

/** A sample that was bought and has no receipt noted. */
export interface WithoutReceipt {
  label: string;
  product: string;
}

/** Samples that were bought since a day by their diary, and whose receipt nobody noted. */
export async function listWithoutReceipt(db: Queryable, since: string): Promise<WithoutReceipt[]> {
  const { rows } = await db.query<WithoutReceipt & Record<string, unknown>>(
    `SELECT s.body ->> 'label' AS label, coalesce(nullif(min(e.cover_name), ''), p.name) AS product
     FROM sheets s JOIN samples a ON a.id = s.owner JOIN products p ON p.id = a.product_id
     LEFT JOIN entries e ON e.sample_id = a.id
     WHERE s.kind = 'sample' AND s.body ->> 'source' = 'bought' AND s.body ->> 'receipt' = ''
       AND jsonb_path_exists(s.body, '$.diary[*] ? (@.event == "arrived" && @.on >= $since)', jsonb_build_object('since', $1::text))
       AND p.id NOT IN (SELECT id FROM away_products)
     GROUP BY s.body, p.name ORDER BY 2`,
    [since],
  );
  return rows;
}

/** Samples that were lent and are not gone, those that go back first at the head. */
export async function listLent(db: Queryable): Promise<LentSample[]> {
  const { rows } = await db.query<LentSample & Record<string, unknown>>(
    `SELECT s.body ->> 'label' AS label, coalesce(nullif(min(e.cover_name), ''), p.name) AS product,
            coalesce(jsonb_path_query_first(s.body, '$.diary[*] ? (@.event == "arrived").on') #>> '{}', '') AS arrived,
            coalesce(s.body ->> 'lender', '') AS lender, coalesce(s.body ->> 'returnOn', '') AS "returnOn"
     FROM sheets s JOIN samples a ON a.id = s.owner JOIN products p ON p.id = a.product_id
     LEFT JOIN entries e ON e.sample_id = a.id
     WHERE s.kind = 'sample' AND s.body ->> 'source' = 'lent' AND s.body ->> 'state' <> 'retired'
       AND NOT jsonb_path_exists(s.body, '$.diary[*] ? (@.event == "lent on")')
       AND p.id NOT IN (SELECT id FROM away_products)
     GROUP BY s.body, p.name ORDER BY coalesce(nullif(s.body ->> 'returnOn', ''), '9999'), arrived`,
  );
  return rows;
}

export interface OldPrices {
  roundUpId: number;
  title: string;
  entries: number;
}

/** Round-ups that go on, with how many of their entries have no price noted since a day. */
export async function listOldPrices(db: Queryable, since: string): Promise<OldPrices[]> {
  const { rows } = await db.query<OldPrices & Record<string, unknown>>(
    `SELECT r.id AS "roundUpId", r.title, count(*)::int AS entries
     FROM live_round_ups r
     JOIN round_up_entries c ON c.round_up_id = r.id
     JOIN entries e ON e.id = c.entry_id
     LEFT JOIN sheets p ON p.kind = 'product' AND p.owner = e.product_id
     LEFT JOIN sheets n ON n.kind = 'prices' AND n.owner = e.id
     WHERE r.archived_at IS NULL
       AND greatest(coalesce(p.body ->> 'pricedOn', ''),
                    coalesce((SELECT max(x ->> 'date') FROM jsonb_array_elements(n.body -> 'prices') x), '')) BETWEEN '1' AND $1
     GROUP BY r.id, r.title ORDER BY r.id DESC`,
    [since],
  );
  return rows;
}
