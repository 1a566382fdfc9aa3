import type { Queryable } from '../pool';

/** Runs of an entry at one revision of a rig. */
export interface RevisionRuns {
  rigRevisionId: number;
  rig: string;
  revision: number;
  runs: number;
  /** The last of them; null where none has its time noted. */
  lastAt: Date | null;
}

/** An entry of the lab, with what was measured of it and where it is compared. */
export interface MeasuredEntry {
  entryId: number;
  productId: number;
  /** The product's own name, or its cover. */
  name: string;
  /** The product's own name, also where it is covered: for comparing, not for showing. */
  ownName: string;
  maker: string;
  kind: string;
  fans: string;
  sample: string;
  measured: RevisionRuns[];
  citedIn: { id: number; title: string }[];
}

interface Row extends Omit<MeasuredEntry, 'measured' | 'citedIn'> {
  measured: (Omit<RevisionRuns, 'lastAt'> & { lastAt: string | null })[] | null;
  citedIn: MeasuredEntry['citedIn'] | null;
}

/** What pages call an entry's product: its cover, or its own name. */
export const SHOWN_NAME = `coalesce(nullif(e.cover_name, ''), p.name)`;
const SHOWN_MAKER = `CASE WHEN e.cover_name = '' THEN p.maker ELSE '' END`;

// The fans of a covered product may name it.
const SHOWN_FANS = `CASE WHEN e.cover_name = '' THEN e.fans ELSE '' END`;

const SELECT = `
  SELECT e.id AS "entryId", p.id AS "productId", ${SHOWN_NAME} AS name, p.name AS "ownName",
         ${SHOWN_MAKER} AS maker, p.kind, ${SHOWN_FANS} AS fans,
         coalesce(s.label, '') AS sample,
         (SELECT jsonb_agg(m ORDER BY m."rigRevisionId") FROM (
            SELECT v.id AS "rigRevisionId", g.name AS rig, v.revision, count(*)::int AS runs, max(u.measured_at) AS "lastAt"
            FROM runs u JOIN rig_revisions v ON v.id = u.rig_revision_id JOIN rigs g ON g.id = v.rig_id
            WHERE u.entry_id = e.id AND u.deleted_at IS NULL GROUP BY v.id, g.name) m) AS measured,
         (SELECT jsonb_agg(jsonb_build_object('id', r.id, 'title', r.title) ORDER BY r.id)
            FROM round_up_entries c JOIN live_round_ups r ON r.id = c.round_up_id
            WHERE c.entry_id = e.id) AS "citedIn"
  FROM entries e
  JOIN products p ON p.id = e.product_id
  LEFT JOIN samples s ON s.id = e.sample_id`;

function toEntry(row: Row): MeasuredEntry {
  const measured = (row.measured ?? []).map((part) => ({
    ...part,
    lastAt: part.lastAt === null ? null : new Date(part.lastAt),
  }));
  return { ...row, measured, citedIn: row.citedIn ?? [] };
}

/** A word as a pattern that is found anywhere in a text. */
export const anywhere = (word: string) => `%${word.replace(/[\\%_]/g, '\\$&')}%`;

/** Entries of the lab in which every word stands, in name, maker, fans or sample; those of one round-up left out where it is named. */
export async function searchEntries(
  db: Queryable,
  words: readonly string[],
  limit: number,
  notInRoundUp: number | null = null,
): Promise<MeasuredEntry[]> {
  const { rows } = await db.query<Row & Record<string, unknown>>(
    `${SELECT}
     WHERE concat_ws(' ', ${SHOWN_NAME}, ${SHOWN_MAKER}, ${SHOWN_FANS}, s.label) ILIKE ALL ($1)
       AND NOT EXISTS (SELECT 1 FROM round_up_entries c WHERE c.entry_id = e.id AND c.round_up_id = $3)
       AND p.id NOT IN (SELECT id FROM away_products)
     ORDER BY lower(${SHOWN_NAME}), e.id LIMIT $2`,
    [words.map(anywhere), limit, notInRoundUp],
  );
  return rows.map(toEntry);
}

/** Entries by their ids, or of products of these names, open or covered, in lower case. */
export async function listEntriesCalled(
  db: Queryable,
  names: readonly string[],
  entryIds: readonly number[] = [],
): Promise<MeasuredEntry[]> {
  const { rows } = await db.query<Row & Record<string, unknown>>(
    `${SELECT}
     WHERE (lower(p.name) = ANY ($1) OR lower(e.cover_name) = ANY ($1)) AND p.id NOT IN (SELECT id FROM away_products)
        OR e.id = ANY ($2) ORDER BY e.id`,
    [names, entryIds],
  );
  return rows.map(toEntry);
}
